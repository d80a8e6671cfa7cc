import { describe, expect, it } from "vitest";
import { DAY_MS, HOUR_MS, MINUTE_MS } from "../../constants";
import { readDate } from "./dateText";
import { readClock, readStamp } from "./stamp";
import { StampMemory } from "./stampMemory";
import { type ClockSigns, tellZone } from "./tellZone";
import { standardZoneMinutes, ZoneClock } from "./zoneClock";
import { fixedMinutes, fixedZone, offsetOf, zoneHint } from "./zoneText";

const day = (text: string) => Date.parse(`${text}T00:00:00Z`) / DAY_MS;

describe("dates", () => {
  it.each([
    ["14.03.2025", { dmy: "2025-03-14" }],
    ["3/14/2025", { mdy: "2025-03-14" }],
    ["03/04/2025", { dmy: "2025-04-03", mdy: "2025-03-04" }],
    ["2025-03-14", { dmy: "2025-03-14", mdy: "2025-03-14", ymd: "2025-03-14" }],
    ["14-Mar-25", { dmy: "2025-03-14", mdy: "2025-03-14", ymd: "2025-03-14" }],
    ["Mar 14, 2025", { dmy: "2025-03-14", mdy: "2025-03-14", ymd: "2025-03-14" }],
    ["14. März 2025", { dmy: "2025-03-14", mdy: "2025-03-14", ymd: "2025-03-14" }],
    ["14 août 2025", { dmy: "2025-08-14", mdy: "2025-08-14", ymd: "2025-08-14" }],
    ["20250314", { dmy: "2025-03-14", mdy: "2025-03-14", ymd: "2025-03-14" }],
    ["25-03-14", { ymd: "2025-03-14", dmy: "2014-03-25" }],
    ["31.02.2025", {}],
    ["2025-13-01", {}],
    ["hello", {}],
  ] as [string, Record<string, string>][])("%s", (text, want) => {
    const read = readDate(text);
    for (const order of ["dmy", "mdy", "ymd"] as const) {
      if (want[order]) expect(read[order], order).toBe(day(want[order]));
      else expect(read[order], order).toBeNaN();
    }
  });
});

describe("stamps", () => {
  it.each([
    ["14.03.2025 10:15", 10.25, null],
    ["2025-03-14T10:15:00Z", 10.25, 0],
    ["2025-03-14 10:15:30+01:00", 10.25 + 30 / 3600, 60],
    ["2025-03-14T10:15:00.000-0500", 10.25, -300],
    ["2025-03-14 10:15 CET", 10.25, 60],
    ["3/14/2025 12:05 AM", 5 / 60, null],
    ["3/14/2025 12:05 PM", 12 + 5 / 60, null],
    ["3/14/2025 1:05 p.m.", 13 + 5 / 60, null],
    ["14.03.2025 24:00", 24, null],
    ["14.03.2025 10h15", 10.25, null],
    ["14.03.2025 10.15", 10.25, null],
    ["2025-03-14T10:15+01:00[Europe/Vienna]", 10.25, 60],
    ["Fri Mar 14 2025 10:15:00 GMT+0100 (Central European Time)", 10.25, 60],
    ["2025-03-14 01:15:00 PM", 13.25, null],
    ["14.03.2025 10:15 - 10:30", 10.25, null],
    ["10:15 14.03.2025", 10.25, null],
    ["Fr, 14.03.2025 10:15", 10.25, null],
    ["20250314101500", 10.25, null],
    ["1741947300", 10.25, 0],
    ["1741947300000", 10.25, 0],
    ["45730,427083333", 10.25, null],
  ] as [string, number, number | null][])("%s", (text, hours, offset) => {
    const stamp = readStamp(text);
    expect(stamp).not.toBeNull();
    expect((stamp as { clockMs: number }).clockMs / HOUR_MS).toBeCloseTo(hours, 3);
    expect(stamp?.offsetMinutes).toBe(offset);
    expect([stamp?.day.dmy, stamp?.day.mdy]).toContain(day("2025-03-14"));
  });

  it.each([
    "14.03.2025 25:00",
    "14.03.2025 10:75",
    "14.03.2025 13:05 PM",
    "32.03.2025 10:00",
    "12.5",
    "2025",
    "10:15",
    "about noon",
    "14.03.2025 10:15 perhaps",
  ])("%s is none", (text) => {
    expect(readStamp(text)).toBeNull();
  });

  it("reads times of day alone", () => {
    expect(readClock("10:15") / MINUTE_MS).toBe(615);
    expect(readClock("10.15") / MINUTE_MS).toBe(615);
    expect(readClock("9:05:30 PM") / MINUTE_MS).toBe(1265.5);
    expect(readClock("14.03.2025 10:15")).toBeNaN();
  });

  it("reads the same with a memory as without", () => {
    const memory = new StampMemory();
    const texts = [
      "14.03.2025 10:15",
      "14.03.2025 10:30",
      "15.03.2025 10:30",
      "15.03.2025 24:00",
      "15.03.2025 1:30",
      "3/15/2025 1:30 PM",
      "3/15/2025 1:45 PM",
      "2025-03-15T10:15:00Z",
      "2025-03-15T10:30:00Z",
      "15.03.2025 10:95",
      "x",
    ];
    for (const text of [...texts, ...texts.toReversed()]) expect(memory.read(text), text).toEqual(readStamp(text));
  });
});

describe("zones in words", () => {
  it.each([
    ["Z", 0],
    ["+01:00", 60],
    ["-0530", -330],
    ["UTC+1", 60],
    ["GMT-3:30", -210],
    ["CEST", 120],
    ["+25:00", null],
    ["IST", null],
  ] as [string, number | null][])("%s", (text, minutes) => expect(offsetOf(text)).toBe(minutes));

  it.each([
    ["Time (UTC)", "UTC"],
    ["timestamp_utc", "UTC"],
    ["Zeit [MEZ]", "UTC+01:00"],
    ["Time zone: America/New_York", "America/New_York"],
    ["Zeit (MEZ/MESZ)", null],
    ["Time (CEST)", null],
    ["Date", null],
    ["Computer output", null],
  ] as [string, string | null][])("%s", (text, zone) => expect(zoneHint(text)).toBe(zone));

  it("writes and reads fixed zones", () => {
    for (const minutes of [0, 60, -210, 330, 765]) expect(fixedMinutes(fixedZone(minutes))).toBe(minutes);
    expect(fixedMinutes("Europe/Vienna")).toBeNull();
    expect(standardZoneMinutes("Europe/Vienna", Date.UTC(2025, 6, 1))).toBe(60);
    expect(standardZoneMinutes("Australia/Sydney", Date.UTC(2025, 0, 1))).toBe(600);
  });
});

describe("a clock read backwards", () => {
  const vienna = new ZoneClock("Europe/Vienna");
  const wall = (text: string) => Date.parse(`${text}:00Z`);

  it("knows the hour that is left out, and the one that comes twice", () => {
    expect(vienna.instantsOf(wall("2025-03-30T02:30"))).toEqual([]);
    expect(vienna.instantsOf(wall("2025-10-26T02:30"))).toEqual([wall("2025-10-26T00:30"), wall("2025-10-26T01:30")]);
    expect(vienna.instantsOf(wall("2025-07-01T12:00"))).toEqual([wall("2025-07-01T10:00")]);
    expect(new ZoneClock("UTC+05:30").instantsOf(wall("2025-03-30T02:30"))).toEqual([wall("2025-03-29T21:00")]);
  });

  it("tells the hour that comes twice apart, in a row or mixed", () => {
    const shown = ["01:30", "02:00", "02:30", "02:00", "02:30", "03:00"].map((text) => wall(`2025-10-26T${text}`));
    const want = ["23:30", "24:00", "24:30", "25:00", "25:30", "26:00"].map(
      (text) => Date.UTC(2025, 9, 25) + Number(text.slice(0, 2)) * HOUR_MS + Number(text.slice(3)) * MINUTE_MS,
    );
    expect([...vienna.instants(Float64Array.from(shown)).utcMs]).toEqual(want);
    const mixed = ["01:30", "02:00", "02:00", "02:30", "02:30", "03:00"].map((text) => wall(`2025-10-26T${text}`));
    expect([...vienna.instants(Float64Array.from(mixed)).utcMs]).toEqual([want[0], want[1], want[3], want[2], want[4], want[5]]);
  });
});

describe("the zone of a file", () => {
  const stepMs = 15 * MINUTE_MS;
  const signs = (from: string, days: number, change: Partial<ClockSigns> = {}): ClockSigns => ({
    siteZone: "Europe/Vienna",
    named: null,
    stepMs,
    wallMs: Float64Array.from({ length: days * 96 }, (_, i) => Date.parse(`${from}T00:00:00Z`) + i * stepMs),
    saysStamps: null,
    ...change,
  });
  /** Clear days with the same lag. */
  const days = (from: string, lagMinutes: number, count = 8) =>
    Array.from({ length: count }, (_, k) => ({
      wallMs: Date.parse(`${from}T00:00:00Z`) + k * DAY_MS,
      lagMinutes,
      agreement: 0.999,
      scale: 0.9,
    }));

  it.each([
    ["the site's own in winter", 60, "Europe/Vienna", "2025-02-01"],
    ["the site's own in summer", 122, "Europe/Vienna", "2025-06-01"],
    ["winter time in summer", 58, "UTC+01:00", "2025-06-01"],
    ["UTC in winter", 3, "UTC", "2025-02-01"],
    ["a server far away", -300, "UTC-05:00", "2025-06-01"],
    ["a clock of the site that is an hour late stays the site's", 180, "Europe/Vienna", "2025-06-01"],
  ])("%s", (_, lag, zone, from) => expect(tellZone(signs(from, 30), days(from, lag))).toMatchObject({ zone, stamps: "start" }));

  it("takes what the file names, unless the sun is hours off", () => {
    expect(tellZone(signs("2025-06-01", 30, { named: "UTC" }), days("2025-06-01", 12)).zone).toBe("UTC");
    expect(tellZone(signs("2025-06-01", 30, { named: "UTC" }), days("2025-06-01", 120)).zone).toBe("Europe/Vienna");
  });

  it("tells ends of intervals by the hours at which a file begins and ends, by its heading, and by clear days", () => {
    const shifted = signs("2025-06-01", 30);
    expect(tellZone({ ...shifted, wallMs: shifted.wallMs.map((at) => at + stepMs) }, []).stamps).toBe("end");
    expect(tellZone(signs("2025-06-01", 30, { saysStamps: "end" }), []).stamps).toBe("end");
    const middle = { ...shifted, wallMs: shifted.wallMs.map((at) => at + 5 * HOUR_MS) };
    expect(tellZone(middle, days("2025-06-01", 135))).toMatchObject({ zone: "Europe/Vienna", stamps: "end" });
    // Two cloudy days don't tell a quarter of an hour.
    expect(
      tellZone(
        middle,
        days("2025-06-01", 135, 2).map((lag) => ({ ...lag, agreement: 0.98 })),
      ).stamps,
    ).toBe("start");
  });
});
