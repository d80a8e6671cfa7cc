import { describe, expect, it } from "vitest";
import { readInstant } from "./instant";
import { readSeriesCsv, SeriesCsvReader, writeSeriesCsv } from "./seriesCsv";

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

it("writes what it read, unknown columns too", () => {
  const text = `timestamp,ghi,t_air,remark\n2025-03-01T00:00:00Z,0,-3.25,"fog, dense"\n2025-03-01T01:00:00Z,12.5,,\n`;
  const series = readSeriesCsv(text, "weather", "w.csv");
  expect([...writeSeriesCsv(series)].join("")).toBe(text);
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
