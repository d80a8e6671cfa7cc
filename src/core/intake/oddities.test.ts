import { describe, expect, it } from "vitest";
import { FormatError } from "../errors/formatError";
import { exampleSite } from "../simulator/exampleSite";
import { applyMapping } from "./applyMapping";
import { NOW_MS, pieces, readBack } from "./fixtures/readBack";
import { spreadsheet } from "./fixtures/spreadsheet";
import { propose } from "./propose";
import { readExport } from "./readExport";

const site = exampleSite();

/** A summer day's curve by quarter hours of UTC+2, W. */
function curve(quarter: number): number {
  const hour = quarter / 4 - 13.2;
  return Math.abs(hour) < 7 ? Math.round(6000 * Math.cos((hour / 7) * (Math.PI / 2)) ** 2) : 0;
}

const two = (value: number): string => String(value).padStart(2, "0");
const clock = (quarter: number): string => `${two(Math.floor(quarter / 4) % 24)}:${two((quarter % 4) * 15)}`;

/** Rows of three days of June, `2025-06-10` on. */
function rows(row: (day: number, quarter: number) => string): string[] {
  return [10, 11, 12].flatMap((day) => Array.from({ length: 96 }, (_, quarter) => row(day, quarter)));
}

const plain = rows((day, quarter) => `2025-06-${day} ${clock(quarter)},${curve(quarter)}`);
/** Noon of the first day in UTC, and what the curve has there. */
const NOON = Date.parse("2025-06-10T10:00:00Z");

async function noon(file: string | Uint8Array, channel = "inv1.ac_w", own = site): Promise<number | undefined> {
  const { applied } = await readBack(file, own);
  const { grid, channels } = applied.series;
  return channels.get(channel)?.[Math.round((NOON - grid.startMs) / grid.stepMs)];
}

describe("odd ways of writing", () => {
  const files: Record<string, string> = {
    "no heading": plain.join("\n"),
    "old line breaks": ["Time,Power (W)", ...plain].join("\r"),
    "a hint for spreadsheets": ["sep=,", "Time,Power (W)", ...plain].join("\n"),
    "everything in quotation marks": [
      '"Time","Power (kW)"',
      ...rows((day, quarter) => `"2025-06-${day} ${clock(quarter)}","${(curve(quarter) / 1000).toFixed(3).replace(".", ",")}"`),
    ].join("\n"),
    "a line break in the heading": [
      '"Date\nand time","Power\n(kW)"',
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)},${curve(quarter) / 1000}`),
    ].join("\n"),
    "a delimiter too many": ["Time;Power (W);", ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)};${curve(quarter)};`)].join(
      "\n",
    ),
    "a delimiter too many in the rows alone": [
      "Time;Power (W)",
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)};${curve(quarter)};`),
    ].join("\n"),
    "units in the cells": [
      "Time,Power",
      ...rows(
        (day, quarter) =>
          `2025-06-${day} ${clock(quarter)},${curve(quarter) >= 1000 ? `${(curve(quarter) / 1000).toFixed(3)} kW` : `${curve(quarter)} W`}`,
      ),
    ].join("\n"),
    "comments among the rows": ["# logger 7", "Time,Power (W)", ...plain.slice(0, 50), "# restarted", ...plain.slice(50)].join("\n"),
    "words for no value": ["Time,Power (W)", ...plain.map((line, k) => (k % 40 === 3 ? line.replace(/,.*/, ",n/a") : line))].join("\n"),
    "a column of states": [
      "Time,Status,Power (W)",
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)},${curve(quarter) > 0 ? "feeding in" : "asleep"},${curve(quarter)}`),
    ].join("\n"),
    "24:00 at the end of the day": [
      "Time;Power (W)",
      ...rows((day, quarter) => `${day}.06.2025 ${quarter === 95 ? "24:00" : clock(quarter + 1)};${curve(quarter)}`),
    ].join("\n"),
    "points for colons": [
      "Zeit;Leistung (W)",
      ...rows((day, quarter) => `${day}.06.2025 ${clock(quarter).replace(":", ".")};${curve(quarter)}`),
    ].join("\n"),
    "a date at the beginning of its day alone": [
      "Datum;Uhrzeit;Leistung (W)",
      ...rows((day, quarter) => `${quarter === 0 ? `${day}.06.2025` : ""};${clock(quarter)};${curve(quarter)}`),
    ].join("\n"),
    "two devices a row each, with two columns": [
      "time;device;p_ac_w;temp_c",
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)};inv1;${curve(quarter)};40`),
    ].join("\n"),
    "our own names in a long table": [
      "timestamp,channel,value",
      ...rows(
        (day, quarter) =>
          `2025-06-${day}T${clock(quarter)}:00+02:00,inv1.ac_w,${curve(quarter)}\n2025-06-${day}T${clock(quarter)}:00+02:00,s1.dc_a,1.5`,
      ),
    ].join("\n"),
    "a zone said twice": [
      "Time,Power (W)",
      ...rows((day, quarter) => `2025-06-${day}T${clock(quarter)}+02:00[Europe/Vienna],${curve(quarter)}`),
    ].join("\n"),
    "milliseconds since 1970": [
      "ts,Power (W)",
      ...rows((day, quarter) => `${Date.UTC(2025, 5, day, -2, quarter * 15)},${curve(quarter)}`),
    ].join("\n"),
    "offsets that change": [
      "Time,Power (W)",
      ...rows((day, quarter) => `2025-06-${day}T${clock(quarter)}:00+02:00,${curve(quarter)}`),
    ].join("\n"),
    "rows that stand twice": ["Time,Power (W)", ...plain.slice(0, 100), ...plain.slice(80)].join("\n"),
    "out of order": ["Time,Power (W)", ...plain.slice(96), ...plain.slice(0, 96)].join("\n"),
    "stamps that stray": [
      "Time,Power (W)",
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)}:${two((quarter * 7) % 23)},${curve(quarter)}`),
    ].join("\n"),
    "what is given told as negative": [
      "Time,AC Power (W)",
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)},${-curve(quarter)}`),
    ].join("\n"),
    "a heading of groups over one of names": [
      ";Inverter 1;;",
      "Time;Power;Voltage;Temperature",
      ";kW;V;°C",
      ...rows((day, quarter) => `${day}.06.2025 ${clock(quarter)};${(curve(quarter) / 1000).toFixed(3).replace(".", ",")};231,5;40,1`),
    ].join("\n"),
    "the hour in a column, from 1 to 24": [
      "Date,Hour,Energy (kWh)",
      ...[10, 11, 12].flatMap((day) =>
        Array.from(
          { length: 24 },
          (_, hour) =>
            `2025-06-${day},${hour + 1},${((curve(hour * 4) + curve(hour * 4 + 1) + curve(hour * 4 + 2) + curve(hour * 4 + 3)) / 4000).toFixed(4)}`,
        ),
      ),
    ].join("\n"),
    "a sum beside the inverter": [
      "Time,Total Power (W),Inverter 1 Power (W)",
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)},${curve(quarter) + 1},${curve(quarter)}`),
    ].join("\n"),
    "what the house draws beside it": [
      "Time,Consumption (W),Production (W),Grid export (W)",
      ...rows((day, quarter) => `2025-06-${day} ${clock(quarter)},450,${curve(quarter)},${Math.max(0, curve(quarter) - 450)}`),
    ].join("\n"),
  };
  for (const [name, file] of Object.entries(files))
    it(name, async () => {
      const hourly = /24$/.test(name);
      const want = hourly ? [48, 49, 50, 51].reduce((sum, quarter) => sum + curve(quarter), 0) / 4 : curve(48);
      expect(await noon(file)).toBeCloseTo(want, -0.5);
    });

  it("brings seconds to minutes", async () => {
    const lines = Array.from(
      { length: 3000 },
      (_, k) =>
        `2025-06-10 11:${two(50 + Math.floor(k / 360))}`.replace(/11:(6\d)/, (_, minute) => `12:${two(Number(minute) - 60)}`) +
        `:${two((k % 6) * 10)},${1000 + (k % 6)}`,
    );
    const unique = [...new Map(lines.map((line) => [line.split(",")[0], line])).values()];
    const { applied } = await readBack(["Time,Power (W)", ...unique].join("\n"), site);
    expect(applied.series.grid.stepMs).toBe(60_000);
    expect(applied.series.channels.get("inv1.ac_w")?.[1]).toBeCloseTo(1002.5);
  });

  it("tells days from months where days follow each other, though none is over 12", async () => {
    const lines = Array.from({ length: 5 }, (_, k) => k + 1).flatMap((day) =>
      Array.from({ length: 96 }, (_, quarter) => `06/${two(day)}/2025 ${clock(quarter)};${curve(quarter)}`),
    );
    const { said } = await readBack(["Time;Power (W)", ...lines].join("\n"), site);
    expect(said.dates).toBe("mdy");
  });

  it("leaves out numbers that stand for none, and values that can't have been", async () => {
    const lines = plain.map((line, k) => (k === 20 ? line.replace(/,.*/, ",-9999") : k === 21 ? line.replace(/,.*/, ",65535000") : line));
    const { applied, said } = await readBack(["Time,Power (W)", ...lines].join("\n"), site);
    expect(said.repairs.map(({ kind, count, line }) => ({ kind, count, line }))).toEqual([
      { kind: "no-value", count: 1, line: 22 },
      { kind: "impossible", count: 1, line: 23 },
    ]);
    expect(Number.isNaN(applied.series.channels.get("inv1.ac_w")?.[20])).toBe(true);
  });
});

it("leaves them where a person wants it so, and still says of them", async () => {
  const lines = plain.map((line, k) => (k === 21 ? line.replace(/,.*/, ",65000000") : line));
  const table = await readExport(pieces(new TextEncoder().encode(["Time,Power (W)", ...lines].join("\n"))), "export.csv", NOW_MS);
  const { mapping } = propose(table, site);
  const { series, repairs } = applyMapping(table, { ...mapping, leave: ["impossible"] }, site, "production");
  expect(series.channels.get("inv1.ac_w")?.[21]).toBe(65_000_000);
  expect(repairs).toMatchObject([{ kind: "impossible", text: "values that can't have been, left as they are", count: 1, line: 23 }]);
});

describe("broken files are refused with their line", () => {
  const head = "Time;Power (kW);Energy (kWh)";
  const whole = rows((day, quarter) => `${day}.06.2025 ${clock(quarter)};${(curve(quarter) / 1000).toFixed(3).replace(".", ",")};1,5`);
  const files: Record<string, [string, RegExp]> = {
    "an empty file": ["", /empty file/],
    "a heading alone": [`${head}\n`, /line 1/],
    "a web page": ["<!DOCTYPE html><html><body>Please log in</body></html>", /line 1: found a web page/],
    JSON: ['{"data":[1,2,3]}', /found JSON/],
    "a date that isn't": [
      [head, ...whole.slice(0, 60), "31.06.2025 12:00;1,0;1,5", ...whole.slice(60)].join("\n"),
      /line 62, Time: found "31.06.2025 12:00"/,
    ],
    "a time that isn't": [[head, ...whole.slice(0, 60), "10.06.2025 25:10;1,0;1,5", ...whole.slice(60)].join("\n"), /line 62, Time/],
    "a row without a time": [[head, ...whole.slice(0, 60), ";1,0;1,5", ...whole.slice(60)].join("\n"), /line 62, Time: found no time/],
    "text among the numbers": [
      [head, ...whole.map((line, k) => (k === 60 ? line.replace(/;[^;]*;/, ";viel;") : line))].join("\n"),
      /line 62, Power \(kW\): found "viel"/,
    ],
    "two ways of writing decimals": [
      [head, ...whole.map((line, k) => (k === 60 ? line.replace(/;[^;]*;/, ";1.25;") : line))].join("\n"),
      /line 62, Power \(kW\): found "1.25", expected a number with a decimal comma/,
    ],
    "a row with cells too many": [
      [head, ...whole.slice(0, 60), `${whole[60]};3;4`, ...whole.slice(61)].join("\n"),
      /line 62: found 5 cells/,
    ],
    "a row with cells too few": [
      [head, ...whole.slice(0, 60), "10.06.2025 15:00;1,0", ...whole.slice(61)].join("\n"),
      /line 62: found 2 cells/,
    ],
    "a file that is cut off": [[head, ...whole].join("\n").slice(0, -9), /line 289/],
    "a time with two values": [[head, ...whole, whole[50].replace(/;[^;]*;/, ";3,333;")].join("\n"), /where line 52 has/],
    "sums of days": [
      ["Date;Energy (kWh)", ...Array.from({ length: 28 }, (_, k) => `${two(k + 1)}.02.2025;${20 + k},5`)].join("\n"),
      /an interval of 1 days/,
    ],
    "a future that hasn't been": [
      [head, ...whole.map((line) => line.replace("2025", "2031"))].join("\n"),
      /line 2, Time: found "10.06.2031 00:00", expected a time from 1990 on that has been/,
    ],
    "offsets that come and go": [
      ["Time,Power (W)", ...plain.slice(0, 50), "2025-06-10T12:30:00+02:00,55", ...plain.slice(51)].join("\n"),
      /line 52, Time/,
    ],
    "nothing of the site": [["Time;Humidity (%);Pressure (hPa)", ...whole].join("\n"), /expected one that gives the power/],
    "quotation marks that are never closed": [
      [`${head};"Note`, ...whole.map((line) => `${line};x`)].join("\n").repeat(12),
      /quotation marks that are closed/,
    ],
  };
  for (const [name, [file, says]] of Object.entries(files))
    it(name, async () => {
      const refusal = await readBack(file, site).then(
        ({ said }) => JSON.stringify(said),
        (error: unknown) => error,
      );
      expect(refusal).toBeInstanceOf(FormatError);
      expect((refusal as FormatError).message).toMatch(says);
    });
});

describe("tables that say more than values", () => {
  it("takes offsets in a column of their own", async () => {
    const lines = rows((day, quarter) => `2025-06-${day} ${clock(quarter)},+02:00,${curve(quarter)}`);
    expect(await noon(["Local time,UTC offset,Power (W)", ...lines].join("\n"))).toBeCloseTo(curve(48));
  });

  it("isn't misled by a state that changes, even late", async () => {
    const lines = rows(
      (day, quarter) => `2025-06-${day} ${clock(quarter)},${day === 12 && quarter % 3 === 0 ? "warm" : "well"},${curve(quarter)}`,
    );
    const { applied } = await readBack(["Time,Info,Power (W)", ...lines].join("\n"), site);
    expect(applied.series.channels.get("inv1.ac_w")?.length).toBe(288);
    expect(applied.series.channels.get("inv1.ac_w")?.every((value, k) => value === curve(k % 96))).toBe(true);
  });

  it("reads days that follow each other, each under its date", async () => {
    const lines = [10, 11, 12].flatMap((day) => [
      `Datum: ${day}.06.2025`,
      "Zeit;Leistung (W)",
      ...Array.from({ length: 96 }, (_, quarter) => `${clock(quarter)};${curve(quarter)}`),
    ]);
    const { applied } = await readBack(lines.join("\n"), site);
    expect(applied.series.grid.count).toBe(288);
    expect(applied.series.channels.get("inv1.ac_w")?.every((value, k) => value === curve(k % 96))).toBe(true);
  });

  it("passes over rows that fill the hour that summer time leaves out", async () => {
    const lines = [29, 30, 31].flatMap((day) =>
      Array.from({ length: 96 }, (_, quarter) => `2025-03-${day} ${clock(quarter)},${curve(quarter + (day === 29 ? 4 : 0))}`),
    );
    const { said } = await readBack(["Time,Power (W)", ...lines].join("\n"), site);
    expect(said.zone).toBe("Europe/Vienna");
    expect(said.repairs.find(({ kind }) => kind === "clock-change")?.count).toBe(4);
  });

  it("leaves a file of ours as it is", async () => {
    const lines = rows((day, quarter) => `2025-06-${day}T${clock(quarter)}:00Z,${curve(quarter)},1.5`);
    const { said } = await readBack(["timestamp,inv1.ac_w,s1.dc_a", ...lines].join("\n"), site);
    expect(said.mapping.map(({ to, unit }) => `${to} ${unit}`)).toEqual(["inv1.ac_w W", "s1.dc_a A"]);
    expect(said.repairs).toEqual([]);
  });
});

describe("spreadsheets", () => {
  it("reads days and numbers as they stand in the cells, a sheet a month", async () => {
    const lines = rows((day, quarter) => `2025-06-${day} ${clock(quarter)},${curve(quarter)}`).map((line) => line.split(","));
    const sheet = (part: string[][]) => [
      ["Zeit", "Leistung WR1 (W)"],
      ...part.map(([time, value]) => [new Date(`${time.replace(" ", "T")}:00Z`), Number(value)]),
    ];
    const { applied, said } = await readBack(spreadsheet([sheet(lines.slice(0, 150)), sheet(lines.slice(150))]), site);
    expect(said.encoding).toBe("xlsx");
    expect(applied.series.channels.get("inv1.ac_w")?.every((value, k) => value === curve(k % 96))).toBe(true);
    expect(applied.series.grid.count).toBe(288);
  });

  it("says of a damaged one that it can't be opened", async () => {
    const whole = spreadsheet([[["Zeit", "Leistung (W)"], ...plain.map((line) => line.split(","))]]);
    await expect(readBack(whole.slice(0, whole.length / 2), site)).rejects.toThrow(/spreadsheet that can't be opened/);
  });
});

describe("heads that tell little", () => {
  it("settles the decimal mark when the first fraction comes", async () => {
    const lines = Array.from(
      { length: 3000 },
      (_, minute) => `10.06.2025 ${two(Math.floor(minute / 60) % 24)}:${two(minute % 60)};${minute < 1200 ? 0 : 4.5}`,
    ).map((line, k) => (k < 1440 ? line : line.replace("10.06", k < 2880 ? "11.06" : "12.06")));
    const { applied, said } = await readBack(["Zeit;Leistung (kW)", ...lines].join("\n"), site);
    expect(said.decimal).toBe(".");
    expect(applied.series.channels.get("inv1.ac_w")?.[1300]).toBe(4500);
  });

  it("reads a table that begins with days without values", async () => {
    const empty = Array.from({ length: 10 }, (_, k) => k + 1).flatMap((day) =>
      Array.from({ length: 96 }, (_, quarter) => `2025-05-${two(day + 21)}T${clock(quarter)}:00;`),
    );
    const lines = rows((day, quarter) => `2025-06-${day}T${clock(quarter)}:00;${curve(quarter)}`);
    expect(await noon(["Plant report", "t;power [W]", ...empty, ...lines].join("\n"))).toBe(curve(48));
  });
});

it("says of values that stand still for hours that they do", async () => {
  const lines = rows(
    (day, quarter) => `2025-06-${day} ${clock(quarter)},${day === 11 && quarter > 40 && quarter < 60 ? 1234 : curve(quarter)}`,
  );
  const { applied, said } = await readBack(["Time,Power (W)", ...lines].join("\n"), site);
  expect(said.repairs.find(({ kind }) => kind === "stuck")).toMatchObject({ count: 19, line: 2 + 96 + 41 });
  expect(applied.series.channels.get("inv1.ac_w")?.[96 + 50]).toBe(1234);
});
