import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { FormatError } from "../errors/formatError";
import { readInstant, writeInstant } from "./instant";
import { readSeriesCsv, SeriesCsvReader, writeSeriesCsv } from "./seriesCsv";
import { SERIES_MOST } from "./seriesLimits";

const head = "timestamp,inv1.ac_w,s1.dc_a\n";
const rows = (from: string, count: number, stepMinutes = 15) =>
  Array.from({ length: count }, (_, k) => `${new Date(Date.parse(from) + k * stepMinutes * 60_000).toISOString()},${k},0.5\n`);
const read = (text: string) => readSeriesCsv(text, "production", "p.csv");

it("reads any offset, empty cells and gaps onto one regular axis", () => {
  const series = read(`${head}2025-03-01T01:00:00+01:00,10,\n2025-03-01T01:15:00+01:00,,1.5\r\n2025-03-01T01:45:00+01:00,30,2\n`);
  expect(series.grid).toEqual({ startMs: Date.parse("2025-03-01T00:00:00Z"), stepMs: 900_000, count: 4 });
  expect([...(series.channels.get("inv1.ac_w") as Float64Array)]).toEqual([10, Number.NaN, Number.NaN, 30]);
  expect([...(series.channels.get("s1.dc_a") as Float64Array)]).toEqual([Number.NaN, 1.5, Number.NaN, 2]);
  expect(series.rows).toBe(3);
});

it("gives the same however the text is cut into pieces", () => {
  const text = `\uFEFF${head}${rows("2025-03-01T00:00:00Z", 40).join("")}`;
  const whole = read(text);
  for (const size of [1, 7, 64, 1000]) {
    const reader = new SeriesCsvReader("production", "p.csv");
    for (let k = 0; k < text.length; k += size) reader.push(text.slice(k, k + size));
    expect(reader.finish()).toEqual(whole);
  }
});

it("takes the line breaks of any machine, also where a piece ends between the two characters of one", () => {
  const text = `${head}${rows("2025-03-01T00:00:00Z", 6).join("")}`;
  const whole = read(text);
  for (const mark of ["\r\n", "\r"]) {
    const other = text.replaceAll("\n", mark);
    for (let size = 1; size < 60; size += 7) {
      const reader = new SeriesCsvReader("production", "p.csv");
      for (let k = 0; k < other.length; k += size) reader.push(other.slice(k, k + size));
      expect(reader.finish()).toEqual(whole);
    }
  }
});

it("writes what it read, unknown columns too", () => {
  const text = `timestamp,ghi,t_air,remark\n2025-03-01T00:00:00Z,0,-3.25,"fog, dense"\n2025-03-01T01:00:00Z,12.5,,\n`;
  const series = readSeriesCsv(text, "weather", "w.csv");
  expect([...writeSeriesCsv(series)].join("")).toBe(text);
});

it("knows every column of the format, and keeps others as the text they are", () => {
  const weather = "ghi dni dhi t_air wind rain_mm snow_cm illuminance_lux poa.south t_module.south".split(" ");
  const power = "inv1.ac_w inv1.dc_w inv1.temp_c s1.dc_a s1.dc_v s1.07.wh s1.120.wh meter.house.kwh battery.soc_pct".split(" ");
  for (const [kind, names] of [["weather", weather] as const, ["production", power] as const]) {
    const cells = names.map(() => "1").join(",");
    const text = `timestamp,${names.join(",")},s1.7.wh,Wind\n2025-03-01T00:00:00Z,${cells},a,b\n2025-03-01T01:00:00Z,${cells},a,b\n`;
    const series = readSeriesCsv(text, kind, "f");
    expect([...series.channels.keys()]).toEqual(names);
    expect([...series.unknown.keys()]).toEqual(["s1.7.wh", "Wind"]);
  }
});

it("takes a long gap, daylight-only rows and single missing rows for gaps", () => {
  const day = (date: string) => rows(`${date}T06:00:00Z`, 40);
  const series = read(head + [...day("2025-03-01"), ...day("2025-03-02"), ...day("2025-03-05")].join(""));
  expect(series.grid.stepMs).toBe(900_000);
  expect(series.rows).toBe(120);
});

describe("a broken file is refused with the line and what was expected", () => {
  const good = rows("2025-03-01T00:00:00Z", 30);
  const at = (k: number, line: string) => head + [...good.slice(0, k), line, ...good.slice(k + 1)].join("");
  it.each<[string, string, RegExp]>([
    ["no timestamp column", "time,inv1.ac_w\n", /p\.csv, line 1, first column: found "time", expected timestamp/],
    [
      "no production column",
      `timestamp,note\n${good.map((row) => row.split(",")[0]).join(",x\n")},x\n`,
      /line 1: found columns timestamp, note, expected a production column/,
    ],
    ["a column twice", "timestamp,inv1.ac_w,inv1.ac_w\n", /line 1, inv1\.ac_w: found a second column/],
    ["a cell too few", at(5, "2025-03-01T01:15:00Z,1\n"), /line 7: found 2 cells, expected 3/],
    [
      "a day that the calendar lacks",
      at(5, "2025-02-30T01:15:00Z,1,1\n"),
      /line 7, timestamp: found "2025-02-30T01:15:00Z", expected an ISO 8601 instant/,
    ],
    ["no offset", at(5, "2025-03-01T01:15:00,1,1\n"), /line 7, timestamp: .*expected an offset/],
    ["letters in a number", at(5, "2025-03-01T01:15:00Z,1,1e\n"), /line 7, s1\.dc_a: found "1e", expected a number/],
    ["a decimal comma", at(5, '2025-03-01T01:15:00Z,"1,5",1\n'), /line 7, inv1\.ac_w: found "1,5", expected a number with a decimal point/],
    ["the same instant twice", at(5, good[4]), /line 7, timestamp: .*same instant as line 6/],
    ["time going back", at(5, "2025-03-01T00:10:00Z,1,1\n"), /line 7, timestamp: .*earlier than line 6/],
    [
      "a row off the interval",
      at(5, "2025-03-01T01:17:00Z,1,1\n"),
      /line 7, timestamp: found a step of 17\.0 minutes, expected 15 minutes/,
    ],
    [
      "another interval from a row on",
      head + [...good, ...rows("2025-03-01T07:30:00Z", 20, 30)].join(""),
      /line 33, timestamp: found a step of 30\.0 minutes/,
    ],
    ["an interval of two hours", head + rows("2025-03-01T00:00:00Z", 9, 120).join(""), /expected 1 to 60 minutes/],
    ["no rows", head, /no rows under the header/],
    ["one row", head + good[0], /line 2: found one row/],
    ["nothing at all", "", /an empty file/],
    ["an open quotation mark", at(5, '2025-03-01T01:15:00Z,"1,1\n'), /quotation mark/],
  ])("%s", (_, text, says) => {
    expect(() => read(text)).toThrow(says);
  });

  it("weather without light, or without air temperature", () => {
    expect(() => readSeriesCsv("timestamp,t_air\n", "weather", "w")).toThrow(/expected a column ghi, poa/);
    expect(() => readSeriesCsv("timestamp,ghi\n", "weather", "w")).toThrow(/expected a column t_air/);
  });
});

it("reads instants strictly", () => {
  expect(readInstant("2024-02-29T12:00:00Z")).toBe(Date.UTC(2024, 1, 29, 12));
  expect(readInstant("2025-03-14T12:00-0730")).toBe(Date.UTC(2025, 2, 14, 19, 30));
  expect(readInstant("2025-03-14 12:00:00.5+00:00")).toBe(Date.UTC(2025, 2, 14, 12, 0, 0, 500));
  expect(readInstant("2025-02-29T12:00:00Z")).toBe("not-a-date");
  expect(readInstant("14.03.2025 12:00")).toBe("not-a-date");
  expect(readInstant("2025-03-14T12:00:00")).toBe("no-offset");
});

describe("what can't have been is refused early", () => {
  const now = Date.parse("2026-11-26T12:00:00Z");
  const readNow = (text: string) => {
    const reader = new SeriesCsvReader("production", "p.csv", now);
    for (let k = 0; k < text.length; k += 65_536) reader.push(text.slice(k, k + 65_536));
    return reader.finish();
  };
  const row = (stamp: string, value = "1") => `${stamp},${value},0\n`;
  const two = row("2025-03-01T00:00:00Z") + row("2025-03-01T00:15:00Z");
  it.each<[string, string, RegExp]>([
    [
      "a century mistyped",
      head + two + row("2125-03-01T00:30:00Z"),
      /line 4, timestamp: .*expected a time that has been: at the latest 2026-11-28/,
    ],
    ["a time before there were loggers", head + row("1925-03-01T00:00:00Z") + two, /line 2, timestamp: .*expected a time from 1990 on/],
    ["the year 50", head + row("0050-03-01T00:00:00Z") + two, /line 2, timestamp: .*expected an ISO 8601 instant/],
    ["an offset that no place has", head + two + row("2025-03-01T00:30:00+99:99"), /line 4, timestamp: .*expected an ISO 8601 instant/],
    [
      "a hole of three years and more",
      head + row("2020-03-01T00:00:00Z") + row("2020-03-01T00:15:00Z") + two,
      /line 4, timestamp: .*5\.0 years after line 3, expected gaps of three years at most/,
    ],
    [
      "a number without measure",
      head + row("2025-03-01T00:00:00Z", "1e999") + two,
      /line 2, inv1\.ac_w: found "1e999", expected a number that can have been measured/,
    ],
    [
      "a number with a hundred thousand digits",
      head + row("2025-03-01T00:00:00Z", "1".repeat(100_000)),
      /line 2, inv1\.ac_w: found "1+\.\.\.?, expected a number/,
    ],
    ["digits that end in a letter", head + row("2025-03-01T00:00:00Z", `${"9".repeat(100_000)}x`), /line 2, inv1\.ac_w/],
    ["a line without an end", `${head}${"7".repeat(SERIES_MOST.lineCharacters * 2)}`, /line 2: found a line of over 200000 characters/],
    ["a header without an end", "x".repeat(SERIES_MOST.lineCharacters * 2), /line 1: found a line of over/],
    [
      "thousands of columns",
      `timestamp,${Array.from({ length: 3000 }, (_, k) => `s1.${String(k + 10)}.wh`).join(",")}\n`,
      /line 1: found 3000 columns, expected at most 2000/,
    ],
    ["a name like a novel", `timestamp,${"n".repeat(600)},inv1.ac_w\n`, /column 2: found a name of 600 characters/],
    [
      "a remark like a novel",
      `timestamp,inv1.ac_w,note\n2025-03-01T00:00:00Z,1,${"n".repeat(600)}\n${"2025-03-01T00:15:00Z,1,\n"}`,
      /line 2, note: found a text of 600 characters/,
    ],
  ])("%s", (_, text, says) => {
    expect(() => readNow(text)).toThrow(says);
  });

  it("a year of minutes with a gap fills no more than may be", () => {
    const columns = Array.from({ length: 60 }, (_, k) => `s1.${String(k + 10)}.wh`);
    const cells = columns.map(() => "1").join(",");
    const text = `timestamp,${columns.join(",")}\n2023-01-01T00:00:00Z,${cells}\n2023-01-01T00:01:00Z,${cells}\n2025-06-01T00:02:00Z,${cells}\n`;
    expect(() => readSeriesCsv(text, "production", "p.csv", now)).toThrow(
      /intervals of 60 columns, gaps counted, expected at most 50 million values/,
    );
  });
});

it("tells every row at fault, and stops reading when nobody could mend more at once", () => {
  const faulty = rows("2025-03-01T00:00:00Z", 200).map((row, k) => (k % 4 === 1 ? row.replace(/,\d+,/, ",x,") : row));
  const faults = (text: string) => {
    try {
      read(text);
    } catch (error) {
      return (error as FormatError).faults;
    }
    return [];
  };
  expect(faults(head + faulty.slice(0, 12).join("")).map(({ line }) => line)).toEqual([3, 7, 11]);
  expect(faults(head + faulty.join(""))).toHaveLength(20);
});

describe("whatever is written reads back the same", () => {
  const values = fc.array(fc.option(fc.double({ min: -1e6, max: 1e6, noNaN: true }), { nil: Number.NaN }), { minLength: 2, maxLength: 60 });
  const steps = fc.constantFrom(1, 5, 7, 10, 15, 30, 60);
  const starts = fc.integer({ min: Date.UTC(1990, 0, 1) / 60_000, max: Date.UTC(2026, 0, 1) / 60_000 });

  it("a series, however the text is cut", () => {
    fc.assert(
      fc.property(values, values, steps, starts, fc.integer({ min: 1, max: 500 }), (one, other, minutes, startMinute, size) => {
        const count = Math.min(one.length, other.length);
        const grid = { startMs: startMinute * 60_000, stepMs: minutes * 60_000, count };
        const channels = new Map([
          ["inv1.ac_w", Float64Array.from(one.slice(0, count))],
          ["s1.dc_a", Float64Array.from(other.slice(0, count))],
        ]);
        const text = [...writeSeriesCsv({ grid, channels })].join("");
        const reader = new SeriesCsvReader("production", "p.csv");
        for (let k = 0; k < text.length; k += size) reader.push(text.slice(k, k + size));
        const back = reader.finish();
        expect(back.grid).toEqual(grid);
        for (const [name, wanted] of channels) {
          const got = back.channels.get(name) as Float64Array;
          for (let i = 0; i < count; i++) {
            if (Number.isNaN(wanted[i])) expect(got[i]).toBeNaN();
            else expect(Math.abs(got[i] - wanted[i])).toBeLessThanOrEqual(0.0005001);
          }
        }
      }),
      { numRuns: 200 },
    );
  });

  it("an instant, and no text that isn't one is taken for one", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: Date.UTC(1583, 0, 1) / 1000, max: Date.UTC(9999, 11, 31) / 1000 }),
        fc.integer({ min: -840, max: 840 }),
        (seconds, offset) => {
          expect(readInstant(writeInstant(seconds * 1000))).toBe(seconds * 1000);
          const sign = offset < 0 ? "-" : "+";
          const [hours, minutes] = [Math.floor(Math.abs(offset) / 60), Math.abs(offset) % 60].map((part) => String(part).padStart(2, "0"));
          const local = new Date(seconds * 1000 + offset * 60_000);
          if (local.getUTCFullYear() < 1583 || local.getUTCFullYear() > 9999) return;
          expect(readInstant(`${local.toISOString().slice(0, 19)}${sign}${hours}:${minutes}`)).toBe(seconds * 1000);
        },
      ),
    );
    fc.assert(
      fc.property(fc.string(), (text) => {
        const at = readInstant(text);
        if (typeof at === "number") expect(Number.isFinite(at)).toBe(true);
      }),
    );
    expect(readInstant("2025-02-30T00:00:00Z")).toBe("not-a-date");
    expect(readInstant("2025-03-01T00:00:00+14:01")).toBe("not-a-date");
    expect(readInstant("2025-03-01T00:00:00+05:60")).toBe("not-a-date");
    expect(readInstant("2025-03-01T00:00:00+14:00")).toBe(Date.UTC(2025, 1, 28, 10));
  });
});
