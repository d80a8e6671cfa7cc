import { describe, expect, it } from "vitest";
import { DayBook } from "../../dayBook/dayBook";
import { FormatError } from "../../errors/formatError";
import type { Series } from "../../series/grid";
import { exampleSite } from "../../simulator/exampleSite";
import { simulatedCase } from "../../simulator/simulatedCase";
import { diagnose } from "../diagnose";
import { goOn } from "../onward/goOn";
import { diagnoseEpochs } from "./diagnoseEpochs";

const NAMES = { weather: "weather.csv", production: "production.csv" };
const DAYS = 60;
const FIRST = "2025-04-01";
/** Local midnight of the day of the upgrade. */
const UPGRADE_MS = Date.parse("2025-05-30T22:00:00Z");

const old = exampleSite();
/** One more string, on an inverter of its own, and stronger modules in s2. */
const upgraded = exampleSite((site) => {
  site.moduleTypes.push({ ...site.moduleTypes[0], id: "m440", pmaxW: 440, impA: 14.1, iscA: 15.1 });
  site.inverters.push({ ...site.inverters[0], id: "inv2", acRatedW: 4000 });
  site.strings[1].moduleType = "m440";
  site.strings.push({ ...site.strings[0], id: "s3", inverter: "inv2" });
});

/** Every string on its own. */
const STRINGS = /\.(ac_w|dc_a|dc_v)$/;

/** Data of two as-builts that follow each other, in one weather. */
function story(before: object[], after: object[], told = /\.ac_w$/): { weather: Series; production: Series } {
  const options = { days: 2 * DAYS, from: FIRST, noisePct: 1, told };
  const earlier = simulatedCase({ ...options, site: old, faults: before });
  const later = simulatedCase({ ...options, site: upgraded, faults: after });
  const { grid } = earlier.production;
  const border = (UPGRADE_MS - grid.startMs) / grid.stepMs;
  const channels = new Map<string, Float64Array>();
  for (const [name, values] of later.production.channels) {
    const first = earlier.production.channels.get(name) ?? new Float64Array(grid.count).fill(Number.NaN);
    channels.set(
      name,
      Float64Array.from(values, (value, i) => (i < border ? first[i] : value)),
    );
  }
  return { weather: earlier.weather, production: { grid, channels } };
}

const epochs = [
  { version: 1, site: old, fromMs: Number.NEGATIVE_INFINITY, untilMs: UPGRADE_MS },
  { version: 2, site: upgraded, fromMs: UPGRADE_MS, untilMs: Number.POSITIVE_INFINITY },
];
const S1_OPEN = { cause: "string-open", scope: "s1", from: "2025-05-01T00:00:00Z" };

describe("a site that was extended", () => {
  const { weather, production } = story([], []);
  const run = diagnoseEpochs(epochs, weather, production, NAMES);

  it("is healthy before and after, each day against the as-built of its day", () => {
    expect(run.diagnosis.healthy).toBe(true);
    const { expectedKwh, measuredKwh, performanceIndex, performanceRatio } = run.diagnosis.energy;
    expect(measuredKwh / expectedKwh).toBeGreaterThan(0.97);
    expect(performanceIndex).toBeCloseTo(measuredKwh / expectedKwh, 4);
    expect(performanceRatio).toBeGreaterThan(0.75);
    expect(run.overview.epochs).toEqual([
      { version: 1, from: null, to: "2025-05-30", refused: null },
      { version: 2, from: "2025-05-31", to: null, refused: null },
    ]);
  });

  it("isn't where either as-built is taken for all of its days", () => {
    // So the story above rests on the versions, and on nothing that would be told anyway.
    expect(diagnose(upgraded, weather, production, NAMES).diagnosis.healthy).toBe(false);
    const known = new Map([...production.channels].filter(([name]) => name.startsWith("inv1")));
    const { energy } = diagnose(old, weather, { ...production, channels: known }, NAMES).diagnosis;
    expect(energy.expectedKwh).toBeLessThan(0.85 * run.diagnosis.energy.expectedKwh);
  });

  it("adds its energies up, day by day and whole", () => {
    const { diagnosis, overview } = run;
    expect(overview.days).toHaveLength(2 * DAYS + 1);
    expect(new Set(overview.days).size).toBe(overview.days.length);
    const daily = overview.expectedKwh.reduce<number>((sum, kwh) => sum + (kwh ?? 0), 0);
    expect(daily / diagnosis.energy.expectedKwh).toBeCloseTo(1, 1);
    const causes = diagnosis.causes.reduce((sum, { lossKwh }) => sum + lossKwh, 0);
    expect(causes + diagnosis.energy.unexplainedKwh).toBeCloseTo(diagnosis.energy.lossKwh, 1);
  });

  it("has one day book, in which the new inverter gave nothing before it was there", () => {
    const book = new DayBook(run.overview.dayBook, run.dayBook);
    expect(book.shape.units.map(({ scope }) => scope)).toEqual(["inv1", "inv2"]);
    const [before, after] = [book.rowOf("2025-05-20"), book.rowOf("2025-06-20")];
    expect([book.expectedW(before, 48, 1), book.measuredW(before, 48, 1)]).toEqual([0, 0]);
    expect(book.expectedW(before, 48, 0)).toBeGreaterThan(0);
    expect(book.measuredW(after, 48, 1)).toBeGreaterThan(0);
    expect(book.shape.rows).toBe(run.overview.days.length);
  });

  it("goes on over new days from its last as-built, and the sums stay whole", () => {
    const cut = (series: Series, count: number): Series => ({
      grid: { ...series.grid, count },
      channels: new Map([...series.channels].map(([name, values]) => [name, values.subarray(0, count)])),
    });
    const early = production.grid.count - 4 * 96;
    const first = diagnoseEpochs(epochs, cut(weather, early), cut(production, early), NAMES);
    if (!first.frozen) throw new Error("nothing to go on from");
    const later = goOn(first.frozen, first.diagnosis, upgraded, weather, production, NAMES);
    expect(later?.diagnosis.energy.measuredKwh).toBeCloseTo(run.diagnosis.energy.measuredKwh, 0);
    expect(later?.diagnosis.energy.performanceRatio).toBeCloseTo(run.diagnosis.energy.performanceRatio as number, 2);
  });
});

describe("a fault on the border of two as-builts", () => {
  it("is one story where its string stays", () => {
    const { weather, production } = story([S1_OPEN], [S1_OPEN], STRINGS);
    const { diagnosis } = diagnoseEpochs(epochs, weather, production, NAMES);
    const open = diagnosis.causes.filter(({ cause }) => cause === "string-open");
    expect(open.map(({ scope, to }) => [scope, to])).toEqual([["s1", null]]);
    expect(open[0].from.slice(0, 10)).toBe("2025-05-01");
    expect(open[0].lossKwh / diagnosis.energy.lossKwh).toBeGreaterThan(0.8);
    expect(diagnosis.healthy).toBe(false);
  });

  it("ends on the day on which its modules were replaced", () => {
    const { weather, production } = story([{ ...S1_OPEN, scope: "s2" }], [], STRINGS);
    const { diagnosis } = diagnoseEpochs(epochs, weather, production, NAMES);
    const open = diagnosis.causes.filter(({ cause }) => cause === "string-open");
    expect(open.map(({ scope, to }) => [scope, to])).toEqual([["s2", "2025-05-30T22:00:00Z"]]);
  });

  it("ends where its modules are no more, though the data end before the new ones speak", () => {
    const { weather, production } = story([{ ...S1_OPEN, scope: "s2" }], [], STRINGS);
    const until = (series: Series) => ({ ...series, grid: { ...series.grid, count: 50 * 96 } });
    const cut = ({ grid, channels }: Series) => ({
      grid,
      channels: new Map([...channels].map(([name, values]) => [name, values.subarray(0, grid.count)])),
    });
    const run = diagnoseEpochs(epochs, cut(until(weather)), cut(until(production)), NAMES);
    expect(run.frozen).toBeNull();
    expect(run.diagnosis.causes.find(({ cause }) => cause === "string-open")?.to).toBe(run.diagnosis.period.to);
    expect(run.overview.epochs.map(({ version }) => version)).toEqual([1]);
  });
});

describe("the first days of a new as-built", () => {
  const cut = ({ grid, channels }: Series, days: number): Series => {
    const count = (UPGRADE_MS - grid.startMs) / grid.stepMs + days * 96;
    return { grid: { ...grid, count }, channels: new Map([...channels].map(([name, values]) => [name, values.subarray(0, count)])) };
  };

  it.each([1, 4, 20])("go on with what stands at things that stayed, and share out what it takes: %i days", (days) => {
    const { weather, production } = story([S1_OPEN], [S1_OPEN], STRINGS);
    const run = diagnoseEpochs(epochs, cut(weather, days), cut(production, days), NAMES);
    const open = run.diagnosis.causes.filter(({ cause }) => cause === "string-open");
    expect(open.map(({ scope, to }) => [scope, to])).toEqual([["s1", null]]);
    const { lossKwh, unexplainedKwh } = run.diagnosis.energy;
    expect(Math.abs(unexplainedKwh)).toBeLessThan(0.2 * lossKwh);
    expect(run.overview.units.map(({ scope }) => scope)).toEqual(["inv1", "inv2"]);
    expect(run.frozen).not.toBeNull();
    // What is lost a day is told over a month, whatever part of it is the new array's.
    expect(run.overview.recent.days).toBe(30);
    expect(run.overview.recent.lossKwhPerDay).toBeGreaterThan(5);
  });

  it("say that it was mended with the upgrade, where it was", () => {
    const { weather, production } = story([S1_OPEN], [], STRINGS);
    const { diagnosis } = diagnoseEpochs(epochs, cut(weather, 6), cut(production, 6), NAMES);
    const open = diagnosis.causes.filter(({ cause }) => cause === "string-open");
    expect(open.map(({ scope, to }) => [scope, to])).toEqual([["s1", "2025-05-30T22:00:00Z"]]);
  });

  it("tell what can't be seen string by string too", () => {
    const { weather, production } = story([S1_OPEN], [S1_OPEN]);
    const { diagnosis } = diagnoseEpochs(epochs, cut(weather, 6), cut(production, 6), NAMES);
    expect(diagnosis.causes.filter(({ cause }) => cause === "string-open").map(({ to }) => to)).toEqual([null]);
  });
});

describe("what can't be told of one as-built", () => {
  const { weather, production } = story([], []);
  const foreign = exampleSite((site) => {
    site.inverters[0].id = "other";
    for (const one of site.strings) one.inverter = "other";
  });

  it("is said, and the others are told", () => {
    const run = diagnoseEpochs([{ ...epochs[0], site: foreign }, epochs[1]], weather, production, NAMES);
    expect(run.overview.epochs[0].refused).toContain("other.ac_w");
    expect(run.overview.days[0]).toBe("2025-05-31");
    expect(run.frozen).not.toBeNull();
  });

  it("is the refusal of the whole where nothing can be told", () => {
    const all = epochs.map((epoch) => ({ ...epoch, site: foreign }));
    expect(() => diagnoseEpochs(all, weather, production, NAMES)).toThrow(FormatError);
    const elsewhere = { ...weather, grid: { ...weather.grid, startMs: weather.grid.startMs + 365 * 86_400_000 } };
    expect(() => diagnoseEpochs(epochs, elsewhere, production, NAMES)).toThrow(/overlap the weather/);
  });
});
