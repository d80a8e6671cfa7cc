import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { compare } from "../comparison/compare";
import { exampleSite } from "../simulator/exampleSite";
import { simulateProduction } from "../simulator/production";
import { makeWeather } from "../simulator/weatherMaker";
import { attribute, type Hold } from "./attribute";
import { buildAxis } from "./axis";
import { ALL_LIMITS, type Layer, outputW, type Stage } from "./layers";

const GRID = { startMs: Date.parse("2025-05-01T00:00:00Z"), stepMs: 900_000, count: 96 * 6 };
const site = exampleSite((it) => {
  it.inverters[0].acRatedW = 5500;
  it.inverters.push({ ...it.inverters[0], id: "inv2" });
  it.strings = ["s1", "s2", "s3"].map((id) => ({ ...it.strings[0], id }));
  it.strings.push({ ...it.strings[0], id: "t1", inverter: "inv2" });
});
const weather = makeWeather(GRID, site.location, 4);
const { production } = simulateProduction(site, weather, { seed: 4, faults: [], snow: false });
const comparison = compare(site, weather, production, { weather: "w", production: "p" });
const axis = buildAxis(
  comparison,
  comparison.units.map((unit) => ({ unit, unusable: new Uint8Array(GRID.count) })),
  1,
  0,
);
const FREE: Hold = { limitW: Number.POSITIVE_INFINITY, full: null };
const whole = axis.units.map(() => new Float64Array(axis.count).fill(1));
const layer = (unit: number, stage: Stage, value: number, strings: string[] | null = null): Layer => ({
  ...{ unit, stage, strings: strings && new Set(strings) },
  values: new Float64Array(axis.count).fill(value),
});
const kwh = (watts: Float64Array) => watts.reduce((sum, value) => sum + value, 0) / 4000;
const under = (layers: readonly Layer[], limits = ALL_LIMITS) =>
  axis.units.reduce((sum, _, u) => sum + kwh(outputW(axis, u, layers, new Float64Array(axis.count), limits)), 0);
const NO_LIMITS = { rating: false, start: "none" } as const;

describe("what is missing, shared among its causes", () => {
  it("gives one cause all that it takes, and that back when it is mended", () => {
    const dead = layer(0, "dc", 0, ["s1"]);
    const {
      members: [share],
      rating,
      start,
    } = attribute(axis, [{ layers: [dead] }], [], whole, FREE);
    expect(share.regainKwh).toBeCloseTo(under([]) - under([dead]), 6);
    const limits = [...rating, ...start].reduce((sum, { lossKwh }) => sum + lossKwh, 0);
    expect(share.lossKwh + limits).toBeCloseTo(under([], NO_LIMITS) - under([dead]), 6);
  });

  it("gives two of three dead strings two thirds, half of it each", () => {
    const members = [["s1"], ["s2"]].map((strings) => ({ layers: [layer(0, "dc", 0, strings)] }));
    const { members: shares } = attribute(axis, members, [], whole, FREE);
    expect(shares[0].lossKwh).toBeCloseTo(shares[1].lossKwh, 9);
    // Each alone takes a third of the DC power; together they leave one of three.
    const inv1 = kwh(axis.units[0].unlimitedW);
    expect((shares[0].lossKwh + shares[1].lossKwh) / inv1).toBeGreaterThan(0.55);
    expect((shares[0].lossKwh + shares[1].lossKwh) / inv1).toBeLessThan(0.69);
  });

  it("brings nothing back for dust under an outage, and shares what both would have taken", () => {
    const members = [{ layers: [layer(0, "dc", 0.8)] }, { layers: [layer(0, "off", 0)] }];
    const {
      members: [dust, outage],
    } = attribute(axis, members, [], whole, FREE);
    expect(dust.regainKwh).toBeCloseTo(0, 9);
    expect(dust.lossKwh).toBeGreaterThan(0);
    expect(outage.lossKwh).toBeGreaterThan(4 * dust.lossKwh);
    expect(outage.regainKwh).toBeCloseTo(kwh(outputW(axis, 0, [layer(0, "dc", 0.8)], new Float64Array(axis.count), ALL_LIMITS)), 6);
  });

  it("says what an export limit on all units takes", () => {
    const { heldBack } = attribute(axis, [], [], whole, { limitW: 3000, full: null });
    const all = axis.units.map((_, u) => outputW(axis, u, [], new Float64Array(axis.count), ALL_LIMITS));
    const over = all[0].reduce((sum, watts, p) => sum + Math.max(0, watts + all[1][p] - 3000), 0) / 4000;
    expect(heldBack.regainKwh).toBeCloseTo(over, 6);
  });

  it("takes what a sensor says wrong as more light, and no loss", () => {
    const light = axis.units.map((_, u) => layer(u, "light", 1.1));
    const { unlimitedKwh, members } = attribute(axis, [], light, whole, FREE);
    expect(members).toEqual([]);
    expect(unlimitedKwh / attribute(axis, [], [], whole, FREE).unlimitedKwh).toBeCloseTo(1.1, 1);
  });

  const stage = fc.constantFrom<Stage>("dc", "limit", "off");
  const one = fc.record({ unit: fc.constantFrom(0, 1), stage, share: fc.double({ min: 0, max: 1, noNaN: true }), single: fc.boolean() });
  it("adds up to what is missing, whatever acts and in whatever order it stands (also beyond what is asked of every set)", () => {
    fc.assert(
      fc.property(fc.array(one, { minLength: 1, maxLength: 9 }), fc.double({ min: 0.8, max: 1.1, noNaN: true }), (causes, ratio) => {
        const ratios = whole.map((values) => values.map(() => ratio));
        const members = causes.map(({ unit, stage: at, share, single }) => ({
          layers: [
            layer(unit, at, at === "limit" ? 1000 + 6000 * share : share, at === "dc" && single ? [unit === 0 ? "s2" : "t1"] : null),
          ],
        }));
        const told = attribute(axis, members, [], ratios, FREE);
        const shares = [...told.members, ...told.rating, ...told.start].reduce((sum, { lossKwh }) => sum + lossKwh, 0);
        const calibrated = axis.units.map((_, u) => layer(u, "dc", ratio));
        const left = under([...calibrated, ...members.flatMap(({ layers }) => layers)]);
        expect(Math.abs(told.unlimitedKwh - told.calibrationKwh - shares - left)).toBeLessThan(1e-9 * told.unlimitedKwh);
        const turned = attribute(axis, [...members].reverse(), [], ratios, FREE);
        told.members.forEach(({ lossKwh, regainKwh }, k) => {
          const same = turned.members[members.length - 1 - k];
          expect(Math.abs(same.lossKwh - lossKwh)).toBeLessThan(1e-9 * told.unlimitedKwh);
          expect(Math.abs(same.regainKwh - regainKwh)).toBeLessThan(1e-9 * told.unlimitedKwh);
        });
      }),
      { numRuns: 40 },
    );
  });
});
