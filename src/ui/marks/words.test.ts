import { expect, it } from "vitest";
import {
  amount,
  dayText,
  instantDay,
  instantText,
  lastDay,
  money,
  percent,
  readableDays,
  roughAmount,
  roughMoney,
  stretchDays,
  sureness,
} from "./words";

it("names days on the site's clock, and the last day of a stretch by the day before its end", () => {
  expect(dayText("2026-03-14")).toBe("14 Mar 2026");
  expect(instantDay("2026-03-13T23:30:00Z", "Europe/Vienna")).toBe("14 Mar 2026");
  expect(instantDay("2026-03-13T23:30:00Z", "America/Lima")).toBe("13 Mar 2026");
  expect(instantText("2026-03-14T09:30:00Z", "Europe/Vienna")).toBe("14 Mar 2026, 10:30");
  expect(lastDay("2026-04-30T22:00:00Z", "Europe/Vienna")).toBe("30 Apr 2026");
  expect(stretchDays("2025-10-31T23:00:00Z", null, "Europe/Vienna")).toEqual({ from: "2025-11-01", to: null });
  expect(stretchDays("2026-03-13T23:30:00Z", "2026-04-30T22:00:00Z", "Europe/Vienna")).toEqual({ from: "2026-03-14", to: "2026-04-30" });
});

it("gives numbers the digits that help, with a true minus", () => {
  expect([amount(1234.5), amount(99.94), amount(0.04), amount(-3.2)]).toEqual(["1,235", "99.9", "0.0", "\u22123.2"]);
  expect(amount(8.1, 2)).toBe("8.10");
  expect(money(118.805, "EUR")).toMatch(/^€118\.8[01]$/);
  expect(percent(0.774)).toBe("77\u00a0%");
});

it("is never wholly sure", () => {
  expect(sureness(0.9999)).toBe("over 99\u00a0%");
  expect(sureness(0.0001)).toBe("under 1\u00a0%");
  expect(sureness(0.5)).toBe("50\u00a0%");
});

it("writes days in a text as people do", () => {
  expect(readableDays("s2 carried no current since 2026-03-14, 3,000 W at 2026-03")).toBe(
    "s2 carried no current since 14 Mar 2026, 3,000 W at 2026-03",
  );
});

it("rounds what is only roughly known: two digits of an amount, and money in steps that grow with it", () => {
  expect([3.14, 47.3, 353.6, 12_345].map(roughAmount)).toEqual(["3.1", "47", "350", "12,000"]);
  expect(roughMoney([12.4, 12.4], "EUR")).toBe("€12");
  expect(roughMoney([47, 183], "EUR")).toBe("€45 to €180");
  expect(roughMoney([0, 0], "EUR")).toBe("€0");
});
