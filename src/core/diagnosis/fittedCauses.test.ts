import { describe, expect, it } from "vitest";
import { CAUSES, type CauseId } from "../causes/causes";
import { ENGINES } from "../causes/engines";
import { compare } from "../comparison/compare";
import { DAY_MS } from "../constants";
import { buildAxis } from "../fit/axis";
import { Fit } from "../fit/fit";
import { selectCauses } from "../fit/select";
import type { Series } from "../series/grid";
import { exampleSite } from "../simulator/exampleSite";
import { type CaseOptions, simulatedCase } from "../simulator/simulatedCase";
import { sunPositions } from "../sun/position";
import { diagnose } from "./diagnose";

const NAMES = { weather: "w", production: "p" };

const simulated = (options: CaseOptions) => simulatedCase({ days: 150, from: "2025-03-01", noisePct: 1, ...options });

function told(one: CaseOptions) {
  const { site, weather, production, truth } = simulated(one);
  const { diagnosis } = diagnose(site, weather, production, NAMES);
  return {
    causes: diagnosis.causes.filter(({ cause }) => CAUSES[cause].kind !== "design" || cause === "orientation-mismatch"),
    truth,
    diagnosis,
  };
}

const near = (said: number, truth: number, within: number) =>
  expect(Math.abs(said / truth - 1), `${said} for ${truth}`).toBeLessThan(within);

describe("a fit of all causes", () => {
  it("finds what stands in the way of the sun, by the part of the sky", () => {
    const wall = { kind: "building", bearingDeg: 235, distanceM: 9, heightM: 8, widthM: 9 };
    const { causes, truth } = told({ faults: [{ cause: "shading", scope: "south", ...wall }] });
    expect(causes).toMatchObject([{ cause: "shading", scope: "south", to: null }]);
    // A wall takes sky as well, which from one array's output can't be told from its calibration.
    near(causes[0].lossKwh, truth[0].lossKwh, 0.3);
    const [, from, to] = causes[0].evidence[0].text.match(/between (-?\d+)° and (\d+)°/) ?? [];
    expect(Number(from)).toBeLessThan(235);
    expect(Number(to)).toBeGreaterThan(235);
  });

  it("tells a decline from a season over two years, and gives it to the string whose current carries it", () => {
    const site = exampleSite((it) => {
      it.strings = it.strings.map((string, k) => ({ ...string, mppt: `t${k}` }));
    });
    const fault = { cause: "degradation", scope: "s2", pctPerYear: 6 };
    const { causes, truth } = told({ site, faults: [fault], days: 700, stepMs: 3_600_000, told: /\.(ac_w|dc_a)$/, from: "2024-04-01" });
    const [found] = causes.filter(({ cause }) => cause === "degradation");
    expect(found).toMatchObject({ scope: "s2", to: null });
    near(found.lossKwh, truth[0].lossKwh, 0.25);
    near(found.pctPerYear as number, 6, 0.25);
  });

  it("tells a decline where the inverter starts late: hours at its threshold say nothing of the array", () => {
    const site = exampleSite((it) => void (it.inverters[0].startW = 240));
    const long = { site, days: 800, stepMs: 3_600_000, from: "2024-04-01" };
    const { causes, truth } = told({ ...long, faults: [{ cause: "degradation", scope: "site", pctPerYear: 2.6 }] });
    const [found] = causes.filter(({ cause }) => cause === "degradation");
    expect(found).toMatchObject({ scope: "site", to: null });
    near(found.lossKwh, truth[0].lossKwh, 0.4);
    expect(told(long).causes.filter(({ cause }) => cause === "degradation")).toEqual([]);
  });

  it("tells a cut-back in heat from clipping", () => {
    const { causes, truth } = told({ faults: [{ cause: "thermal-derating", scope: "inv1", startC: 34, pctPerC: 4 }], from: "2025-05-01" });
    expect(causes).toMatchObject([{ cause: "thermal-derating", scope: "inv1" }]);
    near(causes[0].lossKwh, truth[0].lossKwh, 0.35);
  });

  it("sees a string that lies on two planes", () => {
    const site = exampleSite((it) => {
      it.planes.push({ ...it.planes[0], id: "east", azimuthDeg: 90 });
      it.strings = [it.strings[0], { ...it.strings[1], plane: "east" }].map((string, k) => ({ ...string, mppt: `t${k}` }));
    });
    const fault = { cause: "orientation-mismatch", scope: "s1", plane: "east", modules: 4 };
    const { causes, truth } = told({ site, faults: [fault], told: /\.(ac_w|dc_a|dc_v)$/ });
    expect(causes).toMatchObject([{ cause: "orientation-mismatch", scope: "s1" }]);
    near(causes[0].lossKwh, truth[0].lossKwh, 0.25);
  });

  it("tells modules on another plane that take under a fiftieth of their inverter's energy, where each string's current is told", () => {
    const site = exampleSite((it) => {
      it.planes.push({ ...it.planes[0], id: "east", azimuthDeg: 135 });
      const [string] = it.strings;
      const on = (id: string, plane: string) => ({ ...string, id, plane, mppt: `t-${id}` });
      it.strings = [on("s1", "south"), on("s2", "south"), on("s3", "south"), on("s4", "east"), on("s5", "east")];
      it.inverters[0].acRatedW *= 3;
    });
    const fault = { cause: "orientation-mismatch", scope: "s1", plane: "east", modules: 4 };
    const { causes, truth, diagnosis } = told({ site, faults: [fault], told: /\.(ac_w|dc_a|dc_v)$/ });
    expect(truth[0].lossKwh / diagnosis.energy.expectedKwh).toBeLessThan(0.02);
    expect(causes).toMatchObject([{ cause: "orientation-mismatch", scope: "s1" }]);
  });
});

describe("a sensor that is wrong", () => {
  const bent =
    (factor: (day: number, i: number) => number) =>
    (weather: Series): Series => ({
      ...weather,
      channels: new Map(
        [...weather.channels].map(([name, values]) => [
          name,
          name === "ghi" ? values.map((value, i) => value * factor((i * weather.grid.stepMs) / DAY_MS, i)) : values,
        ]),
      ),
    });
  const onlyGhi = (weather: Series): Series => ({
    ...weather,
    channels: new Map([...weather.channels].filter(([name]) => name !== "dni" && name !== "dhi")),
  });

  it("drifts: told as the sensor's, and what is expected is worked out in the light as it was", () => {
    const { causes, diagnosis } = told({ days: 300, station: (weather) => onlyGhi(bent((day) => 1 - 0.25 * (day / 365))(weather)) });
    expect(causes).toMatchObject([{ cause: "sensor-error", scope: "site", lossKwh: 0 }]);
    expect(Math.abs(diagnosis.energy.unexplainedKwh)).toBeLessThan(0.06 * diagnosis.energy.expectedKwh);
  });

  it("stands in a shadow: told by the place of the sun, and its light is left out", () => {
    const shadowed = (weather: Series): Series => {
      const { grid, channels } = onlyGhi(weather);
      const sun = sunPositions(
        Float64Array.from({ length: grid.count }, (_, i) => grid.startMs + (i + 0.5) * grid.stepMs),
        exampleSite().location,
      );
      const ghi = (channels.get("ghi") as Float64Array).map((value, i) => {
        const within = Math.abs(sun.azimuthDeg[i] - 150) < 12 && sun.zenithDeg[i] < 90;
        // A clear sky's direct light goes; of a dull one hardly anything.
        return within ? Math.min(value, 0.25 * 1000 * Math.cos((sun.zenithDeg[i] * Math.PI) / 180)) : value;
      });
      return { grid, channels: new Map([...channels, ["ghi", ghi]]) };
    };
    const { causes, diagnosis } = told({ days: 120, station: shadowed });
    expect(causes).toMatchObject([{ cause: "sensor-error", scope: "site", lossKwh: 0, regainKwh: 0 }]);
    expect(Math.abs(diagnosis.energy.unexplainedKwh)).toBeLessThan(0.05 * diagnosis.energy.expectedKwh);
  });

  it("isn't looked for in a station that is right", () => {
    expect(told({ days: 300, station: onlyGhi }).causes).toEqual([]);
  });
});

describe("a factor", () => {
  const reported = (factor: number, fromDay: number) => {
    const { site, weather, production } = simulated({ days: 100 });
    const ac = production.channels.get("inv1.ac_w") as Float64Array;
    const channels = new Map([["inv1.ac_w", ac.map((watts, i) => (i >= fromDay * 96 ? watts * factor : watts))]]);
    return { ...diagnose(site, weather, { grid: production.grid, channels }, NAMES).diagnosis, ac };
  };

  it.each([
    [0.001, 0],
    [0.001, 40],
    [1000, 40],
    [0.84, 50],
    [1.12, 50],
  ])("of %d from day %i on is the meter's, with what it seemed to take", (factor, fromDay) => {
    const { causes, energy, ac } = reported(factor, fromDay);
    expect(causes).toMatchObject([{ cause: "scale-error", scope: "inv1", to: null }]);
    near(causes[0].factor as number, factor, 0.04);
    const hidden = ac.reduce((sum, watts, i) => sum + (i >= fromDay * 96 ? watts * (1 - factor) : 0), 0) / 4000;
    near(causes[0].lossKwh, hidden, 0.15);
    expect(energy.measuredKwh + energy.lossKwh).toBeCloseTo(energy.expectedKwh, 1);
    expect(causes.reduce((sum, { lossKwh }) => sum + lossKwh, energy.unexplainedKwh)).toBeCloseTo(energy.lossKwh, 0);
  });
});

it("finds the same whatever the order of the proposers", () => {
  const faults = [
    { cause: "string-open", scope: "s2", from: "2025-05-10T09:00:00Z" },
    { cause: "soiling", scope: "site", pctPerDay: 0.4, cleansMm: 6 },
  ];
  const { site, weather, production } = simulated({ faults });
  const comparison = compare(site, weather, production, NAMES);
  const sights = comparison.units.map((unit) => ({ unit, unusable: new Uint8Array(comparison.grid.count) }));
  const proposers = ENGINES.flatMap(({ propose }) => propose ?? []);
  const found = [proposers, [...proposers].reverse()].map((each) => {
    const fit = new Fit(buildAxis(comparison, sights, 1));
    selectCauses(fit, each);
    return fit.accepted
      .map(({ candidate: { cause, scope }, values }) => ({ cause, scope, values }))
      .sort((a, b) => a.cause.localeCompare(b.cause));
  });
  expect(found[0].map(({ cause }) => cause)).toContain<CauseId>("string-open");
  expect(found[1]).toEqual(found[0]);
});
