import { Buffer } from "node:buffer";
import { beforeAll, describe, expect, it } from "vitest";
import { DAY_MS, HOUR_MS, MINUTE_MS } from "../constants";
import type { Series } from "../series/grid";
import { zoneOffsetMinutes } from "../series/localDay";
import { exampleSite } from "../simulator/exampleSite";
import { simulatedCase } from "../simulator/simulatedCase";
import { firstDifference, readBack } from "./fixtures/readBack";
import { type ExportStyle, STAMPS, styled, writeExport } from "./fixtures/writeExport";

const site = exampleSite();
const zone = site.location.timeZone;
/** From local midnight to local midnight, over the beginning of summer time. */
let spring: Series;
/** Over its end. */
let autumn: Series;

function shortCase(from: string, days: number, stepMs = 15 * MINUTE_MS): Series {
  const { production } = simulatedCase({ site, days, from, stepMs, told: /./ });
  const { grid, channels } = production;
  const localMidnight = Date.parse(`${from}T00:00:00Z`) - zoneOffsetMinutes(zone, Date.parse(`${from}T00:00:00Z`)) * MINUTE_MS + DAY_MS;
  const skip = (localMidnight - grid.startMs) / stepMs;
  const count = ((days - 3) * DAY_MS) / stepMs;
  return {
    grid: { startMs: localMidnight, stepMs, count },
    channels: new Map([...channels].map(([name, values]) => [name, values.slice(skip, skip + count)])),
  };
}

beforeAll(() => {
  spring = shortCase("2025-03-18", 24);
  autumn = shortCase("2025-10-14", 24);
});

const power = (heading: string, factor = 1e-3, digits = 4): ExportStyle["columns"] => [
  { channel: "inv1.ac_w", heading, factor, form: "mean", digits },
];

/** Each a way in which portals and loggers write; all hold the same power of one inverter. */
const SHAPES: Record<string, Partial<ExportStyle>> = {
  "semicolons, decimal commas, days first, local time": {
    delimiter: ";",
    decimal: ",",
    stamp: STAMPS.dmyDots,
    zone,
    columns: power("Leistung WR 1 [kW]"),
    timeHeadings: ["Zeit"],
  },
  "commas, points, ISO without an offset": { stamp: STAMPS.isoSeconds, zone, columns: power("Inverter 1 Power (kW)") },
  tabs: { delimiter: "\t", stamp: STAMPS.iso, zone, columns: power("inv1 Pac W", 1, 2) },
  bars: { delimiter: "|", stamp: STAMPS.iso, zone, columns: power("P_AC/kW") },
  "months first, a clock of twelve hours": { stamp: STAMPS.mdyHalfDay, zone, columns: power("AC power, kW") },
  "days first with slashes and seconds": {
    delimiter: ";",
    stamp: STAMPS.dmySlashes,
    zone,
    columns: power("Puissance AC (kW)"),
    timeHeadings: ["Date et heure"],
  },
  "short years": { delimiter: ";", decimal: ",", stamp: STAMPS.dmyShort, zone, columns: power("Pac [W]", 1, 1) },
  "names of months": { stamp: STAMPS.named, zone, columns: power("Output power W", 1, 1) },
  "names of days": { delimiter: ";", decimal: ",", stamp: STAMPS.weekday, zone, columns: power("Leistung in kW") },
  "digits without marks": { stamp: STAMPS.compact, zone: 60, columns: power("power_ac_w", 1, 1) },
  "seconds since 1970": { stamp: STAMPS.seconds, columns: power("inverter_power_kw") },
  "instants with an offset": { stamp: STAMPS.zulu, columns: power("inv1.ac_w", 1, 2) },
  "days of a spreadsheet": { delimiter: ";", stamp: STAMPS.sheet, zone, columns: power("Potenza AC [kW]"), timeHeadings: ["Data"] },
  "UTC, said in the heading": { stamp: STAMPS.iso, zone: "UTC", columns: power("Power (W)", 1, 1), timeHeadings: ["Time (UTC)"] },
  "UTC that nothing but the sun says": { stamp: STAMPS.iso, zone: "UTC", columns: power("Power (W)", 1, 1) },
  "winter time all year": { stamp: STAMPS.iso, zone: 60, columns: power("Power (W)", 1, 1) },
  "a zone in the lines above": {
    stamp: STAMPS.iso,
    zone: 60,
    columns: power("Power (W)", 1, 1),
    above: ["Time zone: UTC+1", "Device: roof"],
  },
  "lines above and below": {
    delimiter: ";",
    decimal: ",",
    stamp: STAMPS.dmyDots,
    zone,
    columns: power("Leistung [W]", 1, 1),
    above: ["Anlagenbericht;Muster", "Erstellt am;01.05.2026", ""],
    below: ["", "Ende des Berichts"],
  },
  "units in a row of their own": {
    delimiter: ";",
    decimal: ",",
    stamp: STAMPS.dmyDots,
    zone,
    columns: power("Wirkleistung"),
    unitsRow: ["", "kW"],
  },
  "marks between thousands": {
    delimiter: ";",
    decimal: ",",
    thousands: ".",
    stamp: STAMPS.dmyDots,
    zone,
    columns: power("Leistung (W)", 1, 1),
  },
  "blanks between thousands": {
    delimiter: ";",
    decimal: ",",
    thousands: "\u00a0",
    stamp: STAMPS.dmyDots,
    zone,
    columns: power("Puissance (W)", 1, 1),
  },
  "apostrophes between thousands": { delimiter: ";", thousands: "'", stamp: STAMPS.dmyDots, zone, columns: power("Leistung (W)", 1, 1) },
  "newest first": { stamp: STAMPS.iso, zone, columns: power("Power (kW)"), newestFirst: true },
  "a row of sums": { delimiter: ";", decimal: ",", stamp: STAMPS.dmyDots, zone, columns: power("Leistung (kW)"), totalsRow: true },
  "stamps at the ends": { stamp: STAMPS.iso, zone, columns: power("Power (kW)"), stampsAt: "end" },
  "an energy an interval": {
    delimiter: ";",
    decimal: ",",
    stamp: STAMPS.dmyDots,
    zone,
    columns: [{ channel: "inv1.ac_w", heading: "Ertrag [kWh]", factor: 1e-3, form: "interval", digits: 6 }],
  },
  megajoules: {
    stamp: STAMPS.iso,
    zone,
    columns: [{ channel: "inv1.ac_w", heading: "Energy (MJ)", factor: 0.0036, form: "interval", digits: 7 }],
  },
  "no unit": { stamp: STAMPS.iso, zone, columns: power("Power", 1, 1) },
  "kilowatts without saying so": { stamp: STAMPS.iso, zone, columns: power("Power") },
};

describe("one inverter's power, in whatever shape it comes", () => {
  for (const [name, parts] of Object.entries(SHAPES))
    for (const season of ["spring", "autumn"] as const)
      it(`${name}, ${season}`, async () => {
        const truth = season === "spring" ? spring : autumn;
        const { applied, said } = await readBack(writeExport(truth, styled(parts)), site);
        expect(firstDifference(truth, applied.series, "inv1.ac_w", 0.6), JSON.stringify(said)).toBeNull();
        expect(applied.series.grid.count).toBe(truth.grid.count);
      });
});

describe("counters", () => {
  const counter = (heading: string, form: "counter" | "day-counter", factor: number): Partial<ExportStyle> => ({
    delimiter: ";",
    stamp: STAMPS.dmyDots,
    zone,
    columns: [{ channel: "inv1.ac_w", heading, factor, form, digits: 6 }],
  });
  const lastOfDay = (i: number) => (i + 1) % 96 === 0 || i === spring.grid.count - 1;

  it("makes a counter that grows on what it counted in each interval", async () => {
    const { applied, said } = await readBack(writeExport(spring, styled(counter("Gesamtertrag [kWh]", "counter", 1e-3))), site);
    expect(firstDifference(spring, applied.series, "inv1.ac_w", 0.6, lastOfDay)).toBeNull();
    expect(said.repairs.some(({ kind }) => kind === "counter")).toBe(true);
  });

  it("makes a counter of the day so too", async () => {
    const { applied } = await readBack(writeExport(spring, styled(counter("Energy today (Wh)", "day-counter", 1))), site);
    // At the end of a day nothing is made, and what was counted of it isn't shown any more.
    expect(firstDifference(spring, applied.series, "inv1.ac_w", 0.6, lastOfDay)).toBeNull();
  });

  it("keeps a meter a counter", async () => {
    const { applied } = await readBack(writeExport(spring, styled(counter("Zählerstand (kWh)", "counter", 1e-3))), site);
    const values = applied.series.channels.get("meter.main.kwh") as Float64Array;
    expect(values[0]).toBeCloseTo(12_345, 0);
    expect(values.every((value, i) => i === 0 || value >= values[i - 1])).toBe(true);
  });

  it("goes on over a meter that was changed", async () => {
    const text = writeExport(spring, styled(counter("Meter reading (kWh)", "counter", 1e-3)));
    const lines = text.split("\r\n");
    const at = 700;
    const changed = lines.map((line, k) =>
      k < at || line === "" ? line : line.replace(/;(.*)$/, (_, value: string) => `;${(Number(value) - 12_000).toFixed(6)}`),
    );
    const { applied, said } = await readBack(changed.join("\r\n"), site);
    const values = applied.series.channels.get("meter.main.kwh") as Float64Array;
    expect(values.every((value, i) => i === 0 || value >= values[i - 1] - 1e-9)).toBe(true);
    expect(said.repairs.find(({ kind }) => kind === "counter-reset")).toMatchObject({ count: 1, line: at + 1 });
  });
});

describe("encodings", () => {
  const text = () =>
    writeExport(
      spring,
      styled({
        delimiter: ";",
        decimal: ",",
        stamp: STAMPS.dmyDots,
        zone,
        timeHeadings: ["Zeitpunkt"],
        columns: [
          ...power("Leistung Südseite [kW]"),
          { channel: "inv1.temp_c", heading: "Gerätetemperatur [°C]", factor: 1, form: "mean" },
        ],
      }),
    );
  const utf16 = (mark: boolean, big: boolean) => {
    const bytes = Buffer.from(`${mark ? "\ufeff" : ""}${text()}`, "utf16le");
    return big ? bytes.swap16() : bytes;
  };
  const ways: Record<string, () => Uint8Array> = {
    "UTF-8 with its mark": () => Buffer.from(`\ufeff${text()}`),
    "UTF-16 with its mark": () => utf16(true, false),
    "UTF-16, the other way round": () => utf16(true, true),
    "UTF-16 without a mark": () => utf16(false, false),
    "Latin-1": () => Buffer.from(text(), "latin1"),
  };
  for (const [name, write] of Object.entries(ways))
    it(name, async () => {
      const { applied } = await readBack(write(), site);
      expect(firstDifference(spring, applied.series, "inv1.ac_w", 0.6)).toBeNull();
      expect(applied.series.channels.has("inv1.temp_c")).toBe(spring.channels.has("inv1.temp_c"));
    });
});

describe("layouts", () => {
  it("date and time of day in columns of their own", async () => {
    const parts: Partial<ExportStyle> = {
      delimiter: ";",
      decimal: ",",
      zone,
      timeHeadings: ["Datum", "Uhrzeit"],
      timeCells: (wall) => STAMPS.dmyDots(wall).split(" "),
      columns: power("Leistung [kW]"),
    };
    const { applied } = await readBack(writeExport(autumn, styled(parts)), site);
    expect(firstDifference(autumn, applied.series, "inv1.ac_w", 0.6)).toBeNull();
  });

  it("year, month, day, hour and minute in columns of their own", async () => {
    const parts: Partial<ExportStyle> = {
      zone: 60,
      timeHeadings: ["Year", "Month", "Day", "Hour", "Minute"],
      timeCells: (wall) =>
        [wall.getUTCFullYear(), wall.getUTCMonth() + 1, wall.getUTCDate(), wall.getUTCHours(), wall.getUTCMinutes()].map(String),
      columns: power("Power [kW]"),
    };
    const { applied } = await readBack(writeExport(spring, styled(parts)), site);
    expect(firstDifference(spring, applied.series, "inv1.ac_w", 0.6)).toBeNull();
  });

  it("beginning and end of each interval", async () => {
    const parts: Partial<ExportStyle> = {
      delimiter: ";",
      zone,
      timeHeadings: ["Von", "Bis"],
      timeCells: (wall) => [STAMPS.dmyDots(wall), STAMPS.dmyDots(new Date(wall.getTime() + 15 * MINUTE_MS))],
      columns: power("Leistung [kW]"),
    };
    const { applied } = await readBack(writeExport(spring, styled(parts)), site);
    expect(firstDifference(spring, applied.series, "inv1.ac_w", 0.6)).toBeNull();
  });

  it("a long table: a row for each time, device and quantity", async () => {
    const rows = ["timestamp;device;quantity;unit;value"];
    for (let i = 0; i < spring.grid.count; i++) {
      const stamp = STAMPS.zulu(new Date(0), spring.grid.startMs + i * spring.grid.stepMs);
      rows.push(`${stamp};Inverter 1;Power;kW;${((spring.channels.get("inv1.ac_w") as Float64Array)[i] / 1000).toFixed(4)}`);
      for (const n of [1, 2])
        rows.push(`${stamp};String ${n};Current;A;${(spring.channels.get(`s${n}.dc_a`) as Float64Array)[i].toFixed(3)}`);
    }
    const { applied } = await readBack(rows.join("\n"), site);
    for (const channel of ["inv1.ac_w", "s1.dc_a", "s2.dc_a"]) expect(firstDifference(spring, applied.series, channel, 0.6)).toBeNull();
  });

  it("a long table, one device after the other", async () => {
    const rows = ["Time,Device,Power (W)"];
    for (const half of [1, 2])
      for (let i = 0; i < spring.grid.count; i++)
        rows.push(
          `${STAMPS.iso(new Date(spring.grid.startMs + i * spring.grid.stepMs + HOUR_MS))},Inverter ${half},${(spring.channels.get("inv1.ac_w") as Float64Array)[i].toFixed(1)}`,
        );
    const two = exampleSite((own) => {
      own.inverters.push({ ...own.inverters[0], id: "inv2" });
      own.strings[1].inverter = "inv2";
    });
    const { applied } = await readBack(rows.join("\n"), two);
    for (const id of ["inv1", "inv2"]) {
      const want = new Map([[`${id}.ac_w`, spring.channels.get("inv1.ac_w") as Float64Array]]);
      expect(firstDifference({ grid: spring.grid, channels: want }, applied.series, `${id}.ac_w`, 0.6)).toBeNull();
    }
  });

  it("a row a day, a column for each quarter of an hour", async () => {
    const clocks = Array.from(
      { length: 96 },
      (_, k) => `${String(Math.floor(k / 4)).padStart(2, "0")}:${String((k % 4) * 15).padStart(2, "0")}`,
    );
    const values = spring.channels.get("inv1.ac_w") as Float64Array;
    const rows = [`Datum;${clocks.join(";")}`];
    for (let day = 0; day * 96 < values.length; day++) {
      const wall = new Date(spring.grid.startMs + HOUR_MS + day * DAY_MS);
      rows.push(
        [
          STAMPS.dmyDots(wall).slice(0, 10),
          ...Array.from(values.slice(day * 96, day * 96 + 96), (value) => (value / 1000).toFixed(4).replace(".", ",")),
        ].join(";"),
      );
    }
    const { applied } = await readBack([`Leistung WR1 [kW]`, ...rows].join("\n"), site);
    expect(firstDifference(spring, applied.series, "inv1.ac_w", 0.6)).toBeNull();
  });

  it("a file of one day with the date above", async () => {
    const day = { ...spring, grid: { ...spring.grid, count: 96 } };
    const parts: Partial<ExportStyle> = {
      delimiter: ";",
      decimal: ",",
      zone,
      above: ["Tagesbericht vom 19.03.2025"],
      timeHeadings: ["Uhrzeit"],
      stamp: (wall) => STAMPS.iso(wall).slice(11),
      columns: power("Leistung [kW]"),
    };
    const { applied } = await readBack(
      writeExport(
        { grid: day.grid, channels: new Map([...spring.channels].map(([name, values]) => [name, values.slice(0, 96)])) },
        styled(parts),
      ),
      site,
    );
    expect(
      firstDifference(
        { grid: day.grid, channels: new Map([...spring.channels].map(([name, values]) => [name, values.slice(0, 96)])) },
        applied.series,
        "inv1.ac_w",
        0.6,
      ),
    ).toBeNull();
  });

  it("files of a month each, put one behind the other", async () => {
    const text = writeExport(
      spring,
      styled({ delimiter: ";", decimal: ",", stamp: STAMPS.dmyDots, zone, above: ["Bericht"], columns: power("Leistung [kW]") }),
    ).split("\r\n");
    const [above, head] = text;
    const half = text.slice(2, 900);
    const rest = text.slice(900);
    const { applied, said } = await readBack([above, head, ...half, "", above, head, ...rest].join("\n"), site);
    expect(firstDifference(spring, applied.series, "inv1.ac_w", 0.6)).toBeNull();
    expect(said.repairs.some(({ kind }) => kind === "repeated-heading")).toBe(true);
  });
});

describe("strings and weather", () => {
  it("puts inputs, strings and the AC and DC sides in their places", async () => {
    const columns: ExportStyle["columns"] = [
      { channel: "inv1.ac_w", heading: "AC Leistung [W]", factor: 1, form: "mean" },
      { channel: "inv1.dc_w", heading: "DC Leistung [W]", factor: 1, form: "mean" },
      { channel: "s1.dc_a", heading: "Strom String 1 [A]", factor: 1, form: "mean" },
      { channel: "s2.dc_a", heading: "Strom String 2 [A]", factor: 1, form: "mean" },
      { channel: "s1.dc_v", heading: "Spannung String 1 [V]", factor: 1, form: "mean" },
      { channel: "s2.dc_v", heading: "Spannung String 2 [V]", factor: 1, form: "mean" },
      { channel: "inv1.ac_w", heading: "AC Spannung L1 [V]", factor: 0.05, form: "mean" },
      { channel: "inv1.ac_w", heading: "Netzfrequenz [Hz]", factor: 0.05, form: "mean" },
    ];
    const { applied, said } = await readBack(
      writeExport(spring, styled({ delimiter: ";", decimal: ",", stamp: STAMPS.dmyDots, zone, columns })),
      site,
    );
    for (const { channel } of columns) expect(firstDifference(spring, applied.series, channel, 0.6)).toBeNull();
    expect(said.mapping.filter(({ to }) => to === null).map(({ column }) => column)).toEqual(["AC Spannung L1 [V]", "Netzfrequenz [Hz]"]);
  });

  it("reads a weather station with its own units", async () => {
    const { weather } = simulatedCase({ site, days: 24, from: "2025-06-01" });
    const columns: ExportStyle["columns"] = [
      { channel: "ghi", heading: "Globalstrahlung [W/m²]", factor: 1, form: "mean" },
      { channel: "t_air", heading: "Air temperature [°F]", factor: 1.8, plus: 32, form: "mean" },
      { channel: "wind", heading: "Windgeschwindigkeit (km/h)", factor: 3.6, form: "mean" },
      { channel: "rain_mm", heading: "Niederschlag [mm]", factor: 1, form: "mean" },
      { channel: "wind", heading: "Windrichtung [°]", factor: 10, form: "mean" },
    ];
    const { applied, said } = await readBack(
      writeExport(weather, styled({ delimiter: ";", decimal: ",", stamp: STAMPS.dmyDots, zone, columns })),
      site,
    );
    expect(said.kind).toBe("weather");
    for (const channel of ["ghi", "t_air", "wind", "rain_mm"]) expect(firstDifference(weather, applied.series, channel, 0.01)).toBeNull();
  });
});
