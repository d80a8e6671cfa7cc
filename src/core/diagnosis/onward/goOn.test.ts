import { describe, expect, it } from "vitest";
import { DAY_MS } from "../../constants";
import { DayBook } from "../../dayBook/dayBook";
import { writeDayBook } from "../../dayBook/writeDayBook";
import type { Diagnosis } from "../../formats/diagnosisFile";
import type { Series } from "../../series/grid";
import { exampleSite } from "../../simulator/exampleSite";
import { type CaseOptions, simulatedCase } from "../../simulator/simulatedCase";
import { diagnose } from "../diagnose";
import { overviewOf } from "../overview";
import { LOOK_BACK_DAYS } from "./freeze";
import { type Frozen, frozenSchema } from "./frozen";
import { goOn } from "./goOn";
import { joinOverview } from "./joinOverview";

const NAMES = { weather: "w", production: "p" };

function without({ grid, channels }: Series, days: number): Series {
  const count = grid.count - (days * DAY_MS) / grid.stepMs;
  return { grid: { ...grid, count }, channels: new Map([...channels].map(([name, values]) => [name, values.subarray(0, count)])) };
}

/** A case diagnosed without its last days, gone on over them, and diagnosed whole. */
function bothWays(options: CaseOptions, days = 2) {
  const { site, weather, production } = simulatedCase(options);
  const short = diagnose(site, without(weather, days), without(production, days), NAMES);
  // As it comes back from where it is kept.
  const frozen: Frozen = frozenSchema.parse(JSON.parse(JSON.stringify(short.frozen)));
  const gone = goOn(frozen, short.diagnosis, site, weather, production, NAMES);
  if (!gone) throw new Error("it didn't go on");
  return { short, gone, whole: diagnose(site, weather, production, NAMES) };
}
const told = ({ causes }: Diagnosis) => causes.map(({ cause, scope, to }) => `${cause} ${scope} ${to === null ? "lasts" : "over"}`).sort();
const at = (day: number, hour = 10) => new Date(Date.parse("2025-04-01T00:00:00Z") + day * DAY_MS + hour * 3_600_000).toISOString();
const one = (diagnosis: Diagnosis, cause: string) => diagnosis.causes.find((each) => each.cause === cause);

/** Energies come so near to what fitting anew says: two fits of nearly the same days differ by as much. */
const NEAR = 0.06;

describe("new days are told as a whole diagnosis would tell them", () => {
  const shade = { kind: "building", bearingDeg: 150, distanceM: 8, heightM: 7, widthM: 9 };
  const trackers = exampleSite((site) => {
    site.strings = site.strings.map((string, k) => ({ ...string, mppt: `t${k}` }));
  });
  const twins = exampleSite((site) => {
    site.inverters = ["inv1", "inv2"].map((id) => ({ ...site.inverters[0], id, acRatedW: 4000 }));
    site.strings = site.strings.map((string, k) => ({ ...string, inverter: `inv${k + 1}` }));
  });
  it.each<[string, CaseOptions]>([
    ["a dead string", { faults: [{ cause: "string-open", scope: "s2", from: at(50) }] }],
    ["dirt and a cap", { faults: [{ cause: "soiling", scope: "site", pctPerDay: 0.4, cleansMm: 6 }], days: 160 }],
    ["a shadow", { faults: [{ cause: "shading", scope: "south", ...shade }] }],
    ["heat", { faults: [{ cause: "thermal-derating", scope: "inv1", startC: 30, pctPerC: 4 }], days: 140 }],
    [
      "a bypassed part",
      { site: trackers, faults: [{ cause: "bypass-conducting", scope: "s1", from: at(50), parts: 3 }], told: /\.(ac_w|dc_[av])$/ },
    ],
    ["a bypassed part by power alone", { site: twins, faults: [{ cause: "bypass-conducting", scope: "s1", from: at(50), parts: 2 }] }],
    ["a wrong factor", { faults: [{ cause: "scale-error", scope: "inv1", from: at(60), factor: 0.8 }] }],
    ["a wrong light", { faults: [{ cause: "sensor-error", scope: "site", factor: 0.85 }] }],
    ["a clock", { faults: [{ cause: "clock-error", scope: "site", offsetMinutes: 60 }] }],
    ["nothing", {}],
  ])("%s", (_, options) => {
    const { short, gone, whole } = bothWays(options);
    expect(told(gone.diagnosis)).toEqual(told(whole.diagnosis));
    expect(gone.diagnosis.period).toEqual(whole.diagnosis.period);
    const { energy, causes } = gone.diagnosis;
    for (const key of ["expectedKwh", "measuredKwh"] as const)
      expect(Math.abs(energy[key] / whole.diagnosis.energy[key] - 1)).toBeLessThan(0.004);
    for (const cause of causes) {
      const fitted = whole.diagnosis.causes.find((each) => each.cause === cause.cause && each.scope === cause.scope);
      const before = short.diagnosis.causes.find((each) => each.cause === cause.cause && each.scope === cause.scope);
      expect(cause.from).toBe(before?.from);
      expect(Math.abs(cause.lossKwh - (fitted?.lossKwh ?? 0))).toBeLessThan(Math.max(5, NEAR * Math.abs(fitted?.lossKwh ?? 0)));
    }
  });

  it("and all of it adds up", () => {
    const { gone } = bothWays({ faults: [{ cause: "string-open", scope: "s2", from: at(50) }] });
    const { energy, causes } = gone.diagnosis;
    expect(causes.reduce((sum, { lossKwh }) => sum + lossKwh, energy.unexplainedKwh)).toBeCloseTo(energy.lossKwh, 6);
    expect(energy.expectedKwh - energy.measuredKwh).toBeCloseTo(energy.lossKwh, 6);
  });
});

describe("what shows itself within days is told at once", () => {
  it("a stop, though nothing of it was known", () => {
    const { short, gone } = bothWays({ faults: [{ cause: "inverter-outage", scope: "inv1", from: at(119, 5) }] }, 1);
    expect(one(short.diagnosis, "inverter-outage")).toBeUndefined();
    expect(one(gone.diagnosis, "inverter-outage")).toMatchObject({ scope: "inv1", to: null });
    expect(one(gone.diagnosis, "inverter-outage")?.lossKwh).toBeGreaterThan(3);
    expect(gone.diagnosis.healthy).toBe(false);
  });

  it("that a stop is over", () => {
    const { short, gone } = bothWays({ faults: [{ cause: "inverter-outage", scope: "inv1", from: at(110), to: at(119) }] }, 2);
    expect(one(short.diagnosis, "inverter-outage")).toMatchObject({ to: null });
    expect(one(gone.diagnosis, "inverter-outage")?.to).not.toBeNull();
    expect(gone.diagnosis.causes).toHaveLength(1);
  });

  it("and stops of the weeks before stand as they were told", () => {
    const stop = (day: number) => ({ cause: "inverter-outage", scope: "inv1", from: at(day, 5), to: at(day + 3, 5) });
    const { short, gone } = bothWays({ faults: [stop(90), stop(112)] }, 1);
    expect(short.diagnosis.causes).toHaveLength(2);
    const spans = (diagnosis: Diagnosis) => diagnosis.causes.map(({ from, to, lossKwh }) => `${from} ${to} ${lossKwh.toFixed(1)}`).sort();
    expect(spans(gone.diagnosis)).toEqual(spans(short.diagnosis));
  });

  it("that a string was mended, with the day", () => {
    const { short, gone } = bothWays({ faults: [{ cause: "string-open", scope: "s2", from: at(60), to: at(116, 0) }] }, 5);
    expect(one(short.diagnosis, "string-open")).toMatchObject({ to: null });
    const { to, lossKwh } = one(gone.diagnosis, "string-open") ?? { to: null, lossKwh: 0 };
    expect(Math.abs(Date.parse(to ?? "") - Date.parse(at(116, 0)))).toBeLessThan(1.5 * DAY_MS);
    expect(lossKwh).toBeLessThan(1.05 * (one(short.diagnosis, "string-open")?.lossKwh ?? 0));
    expect(gone.frozen.causes).toEqual([]);
  });
});

it("costs what the new days and the look back cost, however long the history is", () => {
  const { gone, short } = bothWays({ days: 200 }, 1);
  expect(short.comparison.grid.count).toBe(199 * 96);
  expect(gone.comparison.grid.count).toBeLessThanOrEqual((LOOK_BACK_DAYS + 2) * 96);
});

it("goes on from where it went on", () => {
  const options = { faults: [{ cause: "string-open", scope: "s2", from: at(50) }] };
  const { site, weather, production } = simulatedCase(options);
  const short = diagnose(site, without(weather, 2), without(production, 2), NAMES);
  const next = goOn(short.frozen, short.diagnosis, site, without(weather, 1), without(production, 1), NAMES);
  const last = next && goOn(next.frozen, next.diagnosis, site, weather, production, NAMES);
  const both = goOn(short.frozen, short.diagnosis, site, weather, production, NAMES);
  expect(last?.diagnosis.energy.measuredKwh).toBeCloseTo(both?.diagnosis.energy.measuredKwh ?? 0, 1);
  expect(last?.diagnosis.causes[0].lossKwh).toBeCloseTo(both?.diagnosis.causes[0].lossKwh ?? 0, 1);
});

it("doesn't go on where nothing is new, or the site has other units", () => {
  const { site, weather, production } = simulatedCase({ days: 60 });
  const { frozen, diagnosis } = diagnose(site, weather, production, NAMES);
  expect(goOn(frozen, diagnosis, site, weather, production, NAMES)).toBeNull();
  const early: Frozen = { ...frozen, untilMs: frozen.untilMs - DAY_MS };
  expect(goOn(early, diagnosis, site, weather, production, NAMES)).not.toBeNull();
  expect(goOn({ ...early, units: ["inv9"] }, diagnosis, site, weather, production, NAMES)).toBeNull();
});

it("draws its days, sums and day book as a whole analysis does", () => {
  const { short, gone, whole } = bothWays({ faults: [{ cause: "string-open", scope: "s2", from: at(50) }] });
  const before = overviewOf(short);
  const { overview, dayBook } = joinOverview(before, writeDayBook(short, before.dayBook), gone);
  const expected = overviewOf(whole);
  expect(overview.days).toEqual(expected.days);
  expect(overview.measuredKwh).toEqual(expected.measuredKwh);
  expect(overview.recent.days).toBe(expected.recent.days);
  expect(overview.dayBook).toMatchObject({ firstDay: expected.dayBook.firstDay, rows: expected.dayBook.rows });
  // At noon of each day, in the scale of the older book.
  const [joined, own] = [new DayBook(overview.dayBook, dayBook), new DayBook(expected.dayBook, writeDayBook(whole, expected.dayBook))];
  for (let row = 0; row < expected.dayBook.rows; row++) {
    expect(Math.round(joined.measuredW(row, 48, 0) / 10)).toBe(Math.round(own.measuredW(row, 48, 0) / 10));
    expect(joined.weather(row, "airC")).toBe(own.weather(row, "airC"));
  }
  expect(overview.cascade.night / expected.cascade.night).toBeCloseTo(1, 2);
});
