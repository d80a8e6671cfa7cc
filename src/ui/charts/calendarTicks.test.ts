import { expect, it } from "vitest";
import { DAY_MS } from "@/core/constants";
import { dayName } from "@/core/series/localDay";
import { calendarTicks, tickText } from "./calendarTicks";

const days = (from: string, count: number) => Array.from({ length: count }, (_, k) => dayName(Math.round(Date.parse(from) / DAY_MS) + k));

it("names months, years where there are many months, and days where there are few", () => {
  const half = calendarTicks(days("2025-11-10", 180));
  expect(half.days.map((day) => tickText(day, half.names))).toEqual(["Dec", "2026", "Feb", "Mar", "Apr", "May"]);
  const long = calendarTicks(days("2023-03-01", 1200));
  expect(long.days.map((day) => tickText(day, long.names))).toEqual(["2024", "2025", "2026"]);
  const week = calendarTicks(days("2026-01-28", 7));
  expect(week.days.map((day) => tickText(day, week.names)).slice(0, 5)).toEqual(["28 Jan", "29 Jan", "30 Jan", "31 Jan", "1 Feb"]);
});
