import { describe, expect, it } from "vitest";
import type { CauseId } from "../causes/causes";
import { DAY_MS, WATT_MS_PER_KWH } from "../constants";
import { moduleTypeOf } from "../site/lookups";
import type { SiteFile } from "../site/siteSchema";
import { exampleSite } from "./exampleSite";
import { type FaultEntry, readFaultsFile } from "./faultsFile";
import { simulateSite } from "./simulateSite";
import { makeWeather } from "./weatherMaker";

const STEP_MS = 900_000;
const DAYS = 24;
const startMs = Date.parse("2025-05-01T00:00:00Z");
const grid = { startMs, stepMs: STEP_MS, count: DAYS * 96 };
const site = exampleSite();
const weather = makeWeather(grid, site.location, 5);
const AT = (day: number) => new Date(startMs + day * DAY_MS).toISOString();
const index = (day: number) => day * 96;

const file = (faults: object[], noisePct = 0, of: SiteFile = site) =>
  readFaultsFile(JSON.stringify({ format: "irradant-faults/1", noisePct, faults }), "f.json", of);
const simulate = (faults: object[], { of = site, by = weather, seed = 3, noisePct = 0 } = {}) =>
  simulateSite(of, by, file(faults, noisePct, of), seed);
const channel = (run: ReturnType<typeof simulate>, name: string) => run.production.channels.get(name) as Float64Array;
const sum = (values: Float64Array, from = 0, to = values.length) => {
  let total = 0;
  for (let i = from; i < to; i++) total += Number.isNaN(values[i]) ? 0 : values[i];
  return total;
};
const kwh = (values: Float64Array, from?: number, to?: number) => (sum(values, from, to) * STEP_MS) / WATT_MS_PER_KWH;
const healthy = simulate([]);
/** With an inverter that holds nothing back. */
const free = exampleSite((one) => void (one.inverters[0].acRatedW = 12_000));
const freely = simulate([], { of: free });
const [pvString] = site.strings;
const inverter = site.inverters[0];

it("gives the same for the same seed, and faults don't move the chances of what they don't touch", () => {
  const again = simulate([], { noisePct: 2, seed: 11 });
  expect(simulate([], { noisePct: 2, seed: 11 })).toEqual(again);
  expect(simulate([], { noisePct: 2, seed: 12 })).not.toEqual(again);
  const later = simulate([{ cause: "inverter-outage", scope: inverter.id, from: AT(20), to: null }], { noisePct: 2, seed: 11 });
  expect(channel(later, "inv1.ac_w").subarray(0, index(20))).toEqual(channel(again, "inv1.ac_w").subarray(0, index(20)));
});

it("tells of each fault what the array without it would have given more, also where they overlap", () => {
  const both = [
    { cause: "string-open", scope: "s2", from: AT(10), to: null },
    { cause: "soiling", scope: "site", pctPerDay: 1 },
  ];
  const run = simulate(both);
  for (const [k, { lossKwh }] of run.truth.entries()) {
    const without = simulate(both.filter((_, other) => other !== k));
    expect(lossKwh).toBeCloseTo(without.trueKwh - run.trueKwh, 2);
  }
  expect(run.healthyKwh).toBeCloseTo(healthy.trueKwh, 6);
});

describe("each cause leaves its own trace", () => {
  it("string-open: no current, the voltage of its neighbour, its share of the power", () => {
    const run = simulate([{ cause: "string-open", scope: "s2", from: AT(10), to: AT(20) }]);
    expect(sum(channel(run, "s2.dc_a"), index(10), index(20))).toBe(0);
    expect(sum(channel(run, "s2.dc_a"), 0, index(10))).toBeGreaterThan(100);
    expect(sum(channel(run, "s2.dc_v"), index(10), index(20))).toBeGreaterThan(1000);
    const lost = kwh(channel(healthy, "inv1.ac_w"), index(10), index(20)) - kwh(channel(run, "inv1.ac_w"), index(10), index(20));
    expect(run.truth[0].lossKwh / lost).toBeCloseTo(1, 1);
    expect(channel(run, "inv1.ac_w").subarray(index(20))).toEqual(channel(healthy, "inv1.ac_w").subarray(index(20)));
  });

  it("bypass-conducting: a lower voltage by its part of a module, the same current", () => {
    const type = moduleTypeOf(site, pvString);
    const alone = exampleSite((one) => void (one.strings = one.strings.map((string, k) => ({ ...string, mppt: `t${k}` }))));
    const before = simulate([], { of: alone });
    const run = simulate([{ cause: "bypass-conducting", scope: pvString.id }], { of: alone });
    const bright = Array.from(channel(before, `${pvString.id}.dc_a`)).flatMap((amps, i) => (amps > 5 ? [i] : []));
    expect(bright.length).toBeGreaterThan(50);
    for (const i of bright) {
      const [was, is] = [before, run].map((one) => channel(one, `${pvString.id}.dc_v`)[i]);
      expect((was - is) / was).toBeGreaterThan(0.6 / (pvString.modules * type.bypassDiodes));
      expect((was - is) / was).toBeLessThan(1.4 / (pvString.modules * type.bypassDiodes));
      const amps = channel(run, `${pvString.id}.dc_a`)[i] / channel(before, `${pvString.id}.dc_a`)[i];
      expect(Math.abs(amps - 1)).toBeLessThan(0.03);
    }
  });

  it("module-converter-failed: nothing of one module, all of the others", () => {
    const micro = exampleSite((one) => {
      one.inverters[0] = { ...one.inverters[0], kind: "micro", acRatedW: 400, startW: 0 };
    });
    const before = simulate([], { of: micro });
    const run = simulate([{ cause: "module-converter-failed", scope: "s1.03", from: AT(5) }], { of: micro });
    expect(sum(channel(run, "s1.03.wh"), index(5))).toBe(0);
    expect(sum(channel(run, "s1.04.wh"), index(5)) / sum(channel(before, "s1.04.wh"), index(5))).toBeCloseTo(1, 2);
    const modules = micro.strings.reduce((total, one) => total + one.modules, 0);
    expect(run.truth[0].lossKwh / kwh(channel(before, "inv1.ac_w"), index(5))).toBeCloseTo(1 / modules, 2);
  });

  it("bypass-conducting: where modules tell their energy, the one that has it gives less, and its neighbours as much as before", () => {
    const optimized = exampleSite((one) => {
      one.inverters[0].kind = "optimizer";
    });
    const before = simulate([], { of: optimized });
    const run = simulate([{ cause: "bypass-conducting", scope: "s1.03", from: AT(5), parts: 1 }], { of: optimized });
    const left = (name: string) => sum(channel(run, name), index(5)) / sum(channel(before, name), index(5));
    expect(left("s1.03.wh")).toBeCloseTo(2 / 3, 2);
    expect(left("s1.04.wh")).toBeCloseTo(1, 2);
  });

  it("inverter-outage: nothing while it stands, in no channel of power", () => {
    const run = simulate([{ cause: "inverter-outage", scope: inverter.id, from: AT(4), to: AT(6) }]);
    for (const name of ["inv1.ac_w", "inv1.dc_w", "s1.dc_a"]) expect(sum(channel(run, name), index(4), index(6)), name).toBe(0);
    expect(run.truth[0].lossKwh).toBeCloseTo(kwh(channel(healthy, "inv1.ac_w"), index(4), index(6)), -1);
  });

  it("wet-insulation-trip: off in rain and until it has dried, on in dry weather", () => {
    const run = simulate([{ cause: "wet-insulation-trip", scope: inverter.id, dryHours: 2 }]);
    const rain = weather.channels.get("rain_mm") as Float64Array;
    const dry = Array.from(rain).flatMap((_, i) => (i >= 96 && rain.subarray(i - 96, i + 1).every((mm) => mm === 0) ? [i] : []));
    const sameDry = dry.filter((i) => channel(run, "inv1.ac_w")[i] === channel(healthy, "inv1.ac_w")[i]).length;
    expect(sameDry / dry.length).toBeGreaterThan(0.97);
    for (const [i, mm] of rain.entries()) if (mm > 0) expect(channel(run, "inv1.ac_w")[i]).toBe(0);
    expect(run.truth[0].lossKwh).toBeGreaterThan(0);
  });

  it("series-resistance: a loss that grows with the square of the current", () => {
    const alone = exampleSite((one) => {
      one.inverters[0].acRatedW = 12_000;
      one.strings = free.strings.map((string, k) => ({ ...string, mppt: `t${k}` }));
    });
    const before = simulate([], { of: alone });
    const run = simulate([{ cause: "series-resistance", scope: "s1", ohm: 2 }], { of: alone });
    const amps = channel(before, "s1.dc_a");
    const ohms = Array.from(amps).flatMap((current, i) => {
      const power = (one: typeof run) => channel(one, "s1.dc_a")[i] * channel(one, "s1.dc_v")[i];
      return current > 3 ? [(power(before) - power(run)) / (current * current)] : [];
    });
    for (const ohm of ohms) expect(Math.abs(ohm - 2)).toBeLessThan(0.35);
  });

  it("thermal-derating: flat under the rating when it is hot, untouched when it isn't", () => {
    const run = simulate([{ cause: "thermal-derating", scope: inverter.id, startC: 30, pctPerC: 5 }]);
    expect(run.truth[0].lossKwh).toBeGreaterThan(0);
    const cool = Array.from(channel(healthy, "inv1.temp_c")).flatMap((tempC, i) => (tempC < 28 ? [i] : []));
    for (const i of cool) expect(channel(run, "inv1.ac_w")[i]).toBe(channel(healthy, "inv1.ac_w")[i]);
  });

  it("degradation: a slope from its beginning, or from that of the series", () => {
    const run = simulate([{ cause: "degradation", scope: "site", from: AT(0), pctPerYear: 20 }], { of: free });
    const share = (day: number) =>
      sum(channel(run, "s1.dc_a"), index(day), index(day + 1)) / sum(channel(freely, "s1.dc_a"), index(day), index(day + 1));
    expect(share(20)).toBeCloseTo(1 - (0.2 * 20.5) / 365.25, 3);
    const old = simulate([{ cause: "degradation", scope: "site", pctPerYear: 2 }], { of: free });
    const last = DAYS - 1;
    expect(sum(channel(old, "s1.dc_a"), index(last), index(DAYS)) / sum(channel(freely, "s1.dc_a"), index(last), index(DAYS))).toBeCloseTo(
      1 - (0.02 * (last + 0.5)) / 365.25,
      3,
    );
  });

  it("shading: a loss while the sun is behind the obstacle, none from the other side", () => {
    const wall = { kind: "building", bearingDeg: 90, distanceM: 8, heightM: 9, widthM: 14 };
    const run = simulate([{ cause: "shading", scope: site.planes[0].id, ...wall }]);
    const lost = (from: number, to: number) => {
      let [was, is] = [0, 0];
      for (let day = 0; day < DAYS; day++) {
        was += sum(channel(healthy, "inv1.ac_w"), index(day) + from * 4, index(day) + to * 4);
        is += sum(channel(run, "inv1.ac_w"), index(day) + from * 4, index(day) + to * 4);
      }
      return 1 - is / was;
    };
    expect(lost(5, 8)).toBeGreaterThan(0.1);
    expect(lost(13, 16)).toBeLessThan(0.08);
    expect(lost(5, 8)).toBeGreaterThan(2 * lost(13, 16));
  });

  it("snow: nothing under it, all again without it", () => {
    const dry = { grid, channels: new Map([...weather.channels].filter(([name]) => name !== "snow_cm")) };
    const run = simulate([{ cause: "snow", scope: "site", from: AT(2), to: AT(4) }], { by: dry });
    expect(sum(channel(run, "inv1.ac_w"), index(2), index(4))).toBe(0);
    expect(channel(run, "inv1.ac_w").subarray(index(4))).toEqual(channel(simulate([], { by: dry }), "inv1.ac_w").subarray(index(4)));
    const winterGrid = { ...grid, startMs: Date.parse("2025-01-05T00:00:00Z"), count: 60 * 96 };
    const winter = makeWeather(winterGrid, site.location, 4);
    expect(simulate([{ cause: "snow", scope: "site" }], { by: winter }).truth[0].lossKwh).toBeGreaterThan(1);
  });

  it("soiling: gathers day by day and goes with a rain that washes", () => {
    const run = simulate([{ cause: "soiling", scope: "site", pctPerDay: 0.5, cleansMm: 5 }]);
    const rain = weather.channels.get("rain_mm") as Float64Array;
    const share = (day: number) =>
      sum(channel(run, "s1.dc_a"), index(day), index(day + 1)) / sum(channel(healthy, "s1.dc_a"), index(day), index(day + 1));
    const washed = Array.from({ length: DAYS }, (_, day) => sum(rain, index(day), index(day + 1)) >= 5);
    let dirtyDays = 0;
    for (let day = 0; day < DAYS; day++) {
      if (washed[day]) {
        dirtyDays = 0;
        continue;
      }
      if (dirtyDays > 0 || day === 0 || !washed[day - 1]) expect(share(day)).toBeLessThan(1);
      dirtyDays++;
    }
    expect(washed).toContain(true);
    expect(Math.min(...washed.map((_, day) => share(day)))).toBeLessThan(0.98);
  });

  it.each<[CauseId, (one: SiteFile) => void]>([
    ["clipping", (one) => void (one.inverters[0].acRatedW = 4000)],
    ["start-threshold", (one) => void (one.inverters[0].startW = 200)],
    ["curtailment", (one) => void (one.exportLimitW = 3000)],
  ])("%s: acts by design, and its cost is told against the array without it", (cause, change) => {
    const limited = exampleSite(change);
    const scope = cause === "curtailment" ? "site" : inverter.id;
    const run = simulate([{ cause, scope }], { of: limited });
    expect(channel(run, "inv1.ac_w")).toEqual(channel(simulate([], { of: limited }), "inv1.ac_w"));
    expect(run.truth[0].lossKwh).toBeGreaterThan(0.1);
    const most = Math.max(...channel(run, "inv1.ac_w"));
    if (cause !== "start-threshold") expect(most).toBeLessThan(cause === "clipping" ? 4100 : 3100);
  });

  it("curtailment by a full battery: the array idles down to the load", () => {
    const hut = exampleSite((one) => void (one.battery = { capacityKwh: 2, gridTied: false, loadW: 100 }));
    const run = simulate([{ cause: "curtailment", scope: "site" }], { of: hut });
    const charge = channel(run, "battery.soc_pct");
    expect(Math.max(...charge)).toBeCloseTo(100, 5);
    for (const [i, pct] of charge.entries())
      if (i > 0 && pct === 100 && charge[i - 1] === 100) expect(channel(run, "inv1.ac_w")[i]).toBeLessThan(110);
    expect(run.truth[0].lossKwh).toBeGreaterThan(0.5 * run.trueKwh);
  });

  it("orientation-mismatch: modules on another plane drag their string down", () => {
    const two = exampleSite((one) => void one.planes.push({ ...one.planes[0], id: "north", azimuthDeg: 10 }));
    const run = simulate([{ cause: "orientation-mismatch", scope: "s1", plane: "north", modules: 4 }], { of: two });
    expect(run.truth[0].lossKwh).toBeGreaterThan(0.02 * run.trueKwh);
    expect(sum(channel(run, "s2.dc_a"))).toBeGreaterThan(sum(channel(run, "s1.dc_a")));
  });

  it("clock-error: the same shape, later; data-gap: missing values; neither costs energy", () => {
    const run = simulate([{ cause: "clock-error", scope: "site", offsetMinutes: 60 }]);
    expect(channel(run, "inv1.ac_w").subarray(4)).toEqual(channel(healthy, "inv1.ac_w").subarray(0, -4));
    expect(channel(run, "inv1.ac_w")[0]).toBeNaN();
    const later = simulate([{ cause: "clock-error", scope: "site", offsetMinutes: 60, from: AT(10), to: AT(20) }]);
    const [right, jumped] = [healthy, later].map((one) => channel(one, "inv1.ac_w"));
    // Right before and after, an hour late between; the hour that the clock left out isn't known, the one that it went through twice is the later.
    const [from, to] = [index(10), index(20)];
    expect(jumped.subarray(0, from)).toEqual(right.subarray(0, from));
    expect(jumped.subarray(from, from + 4).every(Number.isNaN)).toBe(true);
    expect(jumped.subarray(from + 4, to)).toEqual(right.subarray(from, to - 4));
    expect(jumped.subarray(to)).toEqual(right.subarray(to));
    const half = simulate([{ cause: "clock-error", scope: "site", offsetMinutes: -7.5 }]);
    const ac = channel(healthy, "inv1.ac_w");
    expect(channel(half, "inv1.ac_w")[50]).toBeCloseTo((ac[50] + ac[51]) / 2, 6);
    const gap = simulate([{ cause: "data-gap", scope: "s1", from: AT(3), to: AT(4) }]);
    expect(channel(gap, "s1.dc_a")[index(3) + 40]).toBeNaN();
    expect(channel(gap, "s2.dc_a")[index(3) + 40]).not.toBeNaN();
    expect([run, gap].map(({ truth }) => truth[0].lossKwh)).toEqual([0, 0]);
  });

  it("sensor-error: the array gives as much more as the sensor says too little", () => {
    const run = simulate([{ cause: "sensor-error", scope: "site", factor: 0.8 }]);
    expect(run.truth[0].lossKwh).toBe(0);
    const amps = (one: typeof run) => sum(channel(one, "s1.dc_a"));
    expect(amps(run) / amps(healthy)).toBeGreaterThan(1.15);
    expect(amps(run) / amps(healthy)).toBeLessThan(1.3);
  });

  it("scale-error: what is reported is the truth times its factor, a counter by its steps, from its beginning", () => {
    const run = simulate([{ cause: "scale-error", scope: inverter.id, factor: 0.9, from: AT(10) }]);
    const [is, was] = [channel(run, "inv1.ac_w"), channel(healthy, "inv1.ac_w")];
    expect(sum(is, index(10)) / sum(was, index(10))).toBeCloseTo(0.9, 9);
    expect(is.subarray(0, index(10))).toEqual(was.subarray(0, index(10)));
    expect(channel(run, "meter.main.kwh")).toEqual(channel(healthy, "meter.main.kwh"));
    expect(run.truth[0].lossKwh / (0.1 * kwh(was, index(10)))).toBeCloseTo(1, 1);
    const meter = simulate([{ cause: "scale-error", scope: "meter.main", factor: 1000, from: AT(10) }]);
    const counted = (one: typeof run, from: number, to: number) =>
      channel(one, "meter.main.kwh")[to] - channel(one, "meter.main.kwh")[from];
    expect(counted(meter, index(12), index(20)) / counted(healthy, index(12), index(20))).toBeCloseTo(1000, 3);
    expect(counted(meter, 0, index(10))).toBeCloseTo(counted(healthy, 0, index(10)), 6);
  });
});

describe("a faults file", () => {
  const refused = (fault: Partial<FaultEntry>) => expect(() => file([fault]));
  it("is refused with every key at fault, what was found and what was expected", () => {
    refused({ cause: "string-open", scope: "inv1" }).toThrow(
      'f.json, faults.0.scope: found "inv1", expected a string of the site for string-open',
    );
    refused({ cause: "snow", scope: "s1.99" }).toThrow("faults.0.scope");
    refused({ cause: "moon" as CauseId, scope: "site" }).toThrow("faults.0.cause");
    refused({ cause: "snow", scope: "site", from: "yesterday" }).toThrow("an instant with an offset");
    refused({ cause: "snow", scope: "site", from: AT(3), to: AT(2) }).toThrow("an instant after from");
    refused({ cause: "soiling", scope: "site", pctPerDay: -1 }).toThrow("faults.0.pctPerDay: found -1");
    refused({ cause: "orientation-mismatch", scope: "s1", plane: "moon", modules: 3 }).toThrow(
      'found "moon", expected a plane of the site',
    );
    refused({ cause: "shading", scope: "site" }).toThrow("faults.0.bearingDeg");
    expect(() => readFaultsFile("{", "f.json", site)).toThrow("text that isn't JSON");
  });
});
