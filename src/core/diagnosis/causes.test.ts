import { describe, expect, it } from "vitest";
import { CAUSES, type CauseId } from "../causes/causes";
import { DAY_MS } from "../constants";
import { exampleSite } from "../simulator/exampleSite";
import { readFaultsFile } from "../simulator/faultsFile";
import { type CaseOptions, simulatedCase } from "../simulator/simulatedCase";
import { simulateSite } from "../simulator/simulateSite";
import { makeWeather } from "../simulator/weatherMaker";
import type { SiteFile } from "../site/siteSchema";
import { diagnose } from "./diagnose";

const NAMES = { weather: "w", production: "p" };
const startMs = Date.parse("2025-04-01T00:00:00Z");

/** What is said of a simulated site, and what is true. */
function told(options: CaseOptions) {
  const { site, weather, production, truth } = simulatedCase(options);
  return { diagnosis: diagnose(site, weather, production, NAMES).diagnosis, truth };
}
const named = (cause: CauseId, one: ReturnType<typeof told>) => one.diagnosis.causes.filter((entry) => entry.cause === cause);
const isClose = (said: number, truth: number) => expect(Math.abs(said / truth - 1), `${said} for ${truth}`).toBeLessThan(0.25);

describe("what is built so is told with what it costs, and leaves a site healthy", () => {
  it.each<[CauseId, string, (site: SiteFile) => void, RegExp]>([
    ["clipping", "inv1", (site) => void (site.inverters[0].acRatedW = 5000), /\.ac_w$/],
    ["start-threshold", "inv1", (site) => void (site.inverters[0].startW = 600), /\.ac_w$/],
    ["curtailment", "site", (site) => void (site.exportLimitW = 4000), /\.ac_w$/],
    ["curtailment", "site", (site) => void (site.battery = { capacityKwh: 6, gridTied: false, loadW: 900 }), /\.ac_w$|soc/],
  ])("%s of %s", (cause, scope, change, channels) => {
    const site = exampleSite(change);
    const one = told({ site, faults: [{ cause, scope }], told: channels });
    expect(named(cause, one)).toMatchObject([{ scope, to: null }]);
    isClose(named(cause, one)[0].lossKwh, one.truth[0].lossKwh);
    expect(one.diagnosis.causes.every((entry) => CAUSES[entry.cause].kind === "design")).toBe(true);
    expect(one.diagnosis.healthy).toBe(true);
  });

  it("isn't told where it costs next to nothing", () => {
    expect(told({}).diagnosis.causes).toEqual([]);
  });
});

describe("stops that come with rain", () => {
  it("are moisture's, as one cause", () => {
    const one = told({ faults: [{ cause: "wet-insulation-trip", scope: "inv1", dryHours: 2 }] });
    expect(named("wet-insulation-trip", one)).toMatchObject([{ scope: "inv1" }]);
    expect(named("inverter-outage", one)).toEqual([]);
    isClose(named("wet-insulation-trip", one)[0].lossKwh, one.truth[0].lossKwh);
  });

  it("aren't, where an inverter stands still through wet and dry", () => {
    const at = (day: number) => new Date(startMs + day * DAY_MS).toISOString();
    const one = told({ faults: [{ cause: "inverter-outage", scope: "inv1", from: at(40), to: at(55) }] });
    expect(named("inverter-outage", one)).toHaveLength(1);
    expect(named("wet-insulation-trip", one)).toEqual([]);
  });
});

it.each(["micro", "optimizer"] as const)(
  "a module whose converter (%s) gives nothing is told among its neighbours, with its day",
  (kind) => {
    const site = exampleSite((one) => {
      one.inverters[0] = { ...one.inverters[0], kind, acRatedW: kind === "micro" ? 400 : 7000, startW: 0 };
    });
    const at = new Date(startMs + 70 * DAY_MS).toISOString();
    const one = told({ site, faults: [{ cause: "module-converter-failed", scope: "s2.04", from: at }], told: /\.(ac_w|wh)$/ });
    const [found, ...more] = named("module-converter-failed", one);
    expect(more).toEqual([]);
    expect(found).toMatchObject({ scope: "s2.04", to: null });
    expect(Math.abs(Date.parse(found.from) - Date.parse(at))).toBeLessThan(DAY_MS);
    isClose(found.lossKwh, one.truth[0].lossKwh);
    expect(named("module-converter-failed", told({ site, told: /\.(ac_w|wh)$/ }))).toEqual([]);
  },
);

describe("a string's voltage", () => {
  const trackers = exampleSite((one) => {
    one.inverters[0].acRatedW = 9000;
    one.strings = one.strings.map((string, k) => ({ ...string, mppt: `t${k}` }));
  });
  const channels = /\.(ac_w|dc_a|dc_v)$/;
  const at = new Date(startMs + 60 * DAY_MS).toISOString();

  it.each<[CauseId, object]>([
    ["bypass-conducting", { parts: 1 }],
    ["bypass-conducting", { parts: 3 }],
    ["series-resistance", { ohm: 1.5 }],
  ])("tells %s with %o from its day, and not the other", (cause, size) => {
    const one = told({ site: trackers, faults: [{ cause, scope: "s1", from: at, ...size }], told: channels });
    const other = cause === "bypass-conducting" ? "series-resistance" : "bypass-conducting";
    expect(named(other, one)).toEqual([]);
    const [found, ...more] = named(cause, one);
    expect(more).toEqual([]);
    expect(found).toMatchObject({ scope: "s1", to: null });
    expect(Math.abs(Date.parse(found.from) - Date.parse(at))).toBeLessThanOrEqual(DAY_MS);
    isClose(found.lossKwh, one.truth[0].lossKwh);
  });

  it("tells a part and a joint of one string, each from its own day", () => {
    const later = new Date(startMs + 85 * DAY_MS).toISOString();
    const faults = [
      { cause: "bypass-conducting", scope: "s1", from: at, parts: 2 },
      { cause: "series-resistance", scope: "s1", from: later, ohm: 1.5 },
    ];
    const one = told({ site: trackers, faults, told: channels });
    for (const [cause, from] of [
      ["bypass-conducting", at],
      ["series-resistance", later],
    ] as const) {
      const [found, ...more] = named(cause, one);
      expect(more).toEqual([]);
      expect(Math.abs(Date.parse(found.from) - Date.parse(from))).toBeLessThanOrEqual(DAY_MS);
    }
  });

  it("says nothing on a healthy array, nor under dust or with a string that dies", () => {
    const faults = [[], [{ cause: "soiling", scope: "site", pctPerDay: 0.4 }], [{ cause: "string-open", scope: "s1", from: at }]];
    for (const set of faults) {
      const one = told({ site: trackers, faults: set, told: channels });
      expect([...named("bypass-conducting", one), ...named("series-resistance", one)]).toEqual([]);
    }
  });
});

describe("wrong factors", () => {
  const at = new Date(startMs + 60 * DAY_MS).toISOString();

  it("of an inverter are told by its two sides, with what they seemed to lose, and what is told still adds up", () => {
    const one = told({ faults: [{ cause: "scale-error", scope: "inv1", factor: 0.667, from: at }], told: /\.ac_w$|^inv1\.dc_w$/ });
    // The simulator's factor takes both sides: then the step alone tells it.
    expect(named("scale-error", one)).toMatchObject([{ scope: "inv1", to: null }]);
    expect(Math.abs(Date.parse(named("scale-error", one)[0].from) - Date.parse(at))).toBeLessThanOrEqual(DAY_MS);
    const grid = { startMs, stepMs: 900_000, count: 120 * 96 };
    const site = exampleSite();
    const weather = makeWeather(grid, site.location, 4);
    const { production } = simulateSite(site, weather, readFaultsFile('{"format":"irradant-faults/1"}', "f", site), 4);
    const channels = new Map(["inv1.ac_w", "inv1.dc_w"].map((name) => [name, production.channels.get(name) as Float64Array]));
    const ac = channels.get("inv1.ac_w") as Float64Array;
    channels.set(
      "inv1.ac_w",
      ac.map((watts, i) => (i >= 60 * 96 ? watts * 0.667 : watts)),
    );
    const { diagnosis } = diagnose(site, weather, { grid, channels }, NAMES);
    expect(diagnosis.causes).toMatchObject([{ cause: "scale-error", scope: "inv1", to: null }]);
    const [{ lossKwh, from, factor }] = diagnosis.causes as [(typeof diagnosis.causes)[0] & { factor: number }];
    expect(factor).toBeCloseTo(0.667, 1);
    expect(Math.abs(Date.parse(from) - Date.parse(at))).toBeLessThanOrEqual(DAY_MS);
    let hidden = 0;
    for (let i = 60 * 96; i < ac.length; i++) hidden += ac[i] * 0.333 * 0.25e-3;
    isClose(lossKwh, hidden);
    const { energy } = diagnosis;
    expect(energy.measuredKwh + energy.lossKwh).toBeCloseTo(energy.expectedKwh, 1);
  });

  it("of a meter are told by the inverters, and cost nothing", () => {
    const one = told({ faults: [{ cause: "scale-error", scope: "meter.main", factor: 0.8 }], told: /\.ac_w$|^meter/ });
    expect(named("scale-error", one)).toMatchObject([{ scope: "site", lossKwh: 0 }]);
  });
});

it("a sensor that says too little makes every array look too good", () => {
  const one = told({ faults: [{ cause: "sensor-error", scope: "site", factor: 0.88 }] });
  expect(named("sensor-error", one)).toMatchObject([{ scope: "site", lossKwh: 0 }]);
  expect(named("sensor-error", told({}))).toEqual([]);
});

it("a sensor that says too little is told where the inverter stands at its rating in the best light, too", () => {
  const site = exampleSite((one) => void (one.inverters[0].acRatedW = 5200));
  const [low, right] = [[{ cause: "sensor-error", scope: "site", factor: 0.82 }], []].map((faults) => told({ site, faults }));
  expect(named("sensor-error", low)).toMatchObject([{ scope: "site", lossKwh: 0 }]);
  expect(named("sensor-error", right)).toEqual([]);
});

it("dust is told by what it takes in dry spells and rain gives back, and nothing is on a clean array", () => {
  for (const seed of [4, 9]) {
    const one = told({ faults: [{ cause: "soiling", scope: "site", pctPerDay: 0.5, cleansMm: 6 }], days: 200, seed });
    expect(named("soiling", one)).toMatchObject([{ scope: "site", to: null }]);
    expect(Math.abs(named("soiling", one)[0].lossKwh / one.truth[0].lossKwh - 1)).toBeLessThan(0.4);
    expect(named("soiling", told({ days: 200, seed }))).toEqual([]);
  }
});

it("snow is one cause of the site, however often it fell", () => {
  const one = told({ faults: [{ cause: "snow", scope: "site" }], from: "2025-11-15", days: 130 });
  expect(named("snow", one)).toMatchObject([{ scope: "site" }]);
  isClose(named("snow", one)[0].lossKwh, one.truth[0].lossKwh);
});

it("snow on one plane isn't a dead string of it, and a string that dies there is one", () => {
  const site = exampleSite((one) => {
    one.planes.push({ ...one.planes[0], id: "north", azimuthDeg: 350, tiltDeg: 20 });
    one.strings = [...one.strings, { ...one.strings[0], id: "s3", plane: "north" }];
  });
  const winter = { site, from: "2025-11-15", days: 150, told: /\.(ac_w|dc_a)$/ };
  // It lies on the north plane for another while, as no sun clears it.
  const one = simulatedCase(winter);
  const snow = one.weather.channels.get("snow_cm") as Float64Array;
  const lying = snow.map((cm, i) => Number(cm > 1 && Date.parse("2025-12-05") < one.weather.grid.startMs + i * one.weather.grid.stepMs));
  const covered = new Map(
    [...one.production.channels].map(([name, values]) => [
      name,
      name === "s3.dc_a" ? values.map((amps, i) => (lying[i] ? 0 : amps)) : values,
    ]),
  );
  const { causes } = diagnose(site, one.weather, { ...one.production, channels: covered }, NAMES).diagnosis;
  expect(lying.some(Boolean)).toBe(true);
  expect(causes.filter(({ cause }) => cause === "string-open")).toEqual([]);
  const dead = told({ ...winter, faults: [{ cause: "string-open", scope: "s3", from: "2026-03-20T10:00:00Z", to: null }] });
  expect(named("string-open", dead)).toMatchObject([{ scope: "s3", to: null }]);
});

it("a wrong clock is told with its offset and costs nothing; what else is wrong is told as well as without it", () => {
  const at = new Date(startMs + 50 * DAY_MS).toISOString();
  const dead = { cause: "string-open", scope: "s2", from: at };
  const right = told({ faults: [dead], told: /\.(ac_w|dc_a|dc_v)$/ });
  const wrong = told({ faults: [dead, { cause: "clock-error", scope: "site", offsetMinutes: 120 }], told: /\.(ac_w|dc_a|dc_v)$/ });
  expect(named("clock-error", wrong)).toMatchObject([{ scope: "site", lossKwh: 0, offsetMinutes: 120, to: null }]);
  expect(named("clock-error", right)).toEqual([]);
  expect(wrong.diagnosis.healthy).toBe(false);
  const [one, other] = [right, wrong].map((each) => named("string-open", each)[0]);
  expect(other.scope).toBe(one.scope);
  expect(Math.abs(other.lossKwh / one.lossKwh - 1)).toBeLessThan(0.03);
});

it("a gap in every channel is the file's, one in a device's own is its own", () => {
  const [from, to] = [30, 36].map((day) => new Date(startMs + day * DAY_MS).toISOString());
  const channels = /\.(ac_w|dc_a|dc_v)$/;
  expect(named("data-gap", told({ faults: [{ cause: "data-gap", scope: "site", from, to }], told: channels }))).toMatchObject([
    { scope: "site", lossKwh: 0 },
  ]);
  const own = { cause: "data-gap", scope: "inv1", from, to };
  const two = exampleSite((site) => {
    site.inverters.push({ ...site.inverters[0], id: "inv2" });
    site.strings[1].inverter = "inv2";
  });
  expect(named("data-gap", told({ site: two, faults: [own], told: channels }))).toMatchObject([{ scope: "inv1" }]);
});
