import { describe, expect, it } from "vitest";
import type { CauseId } from "../causes/causes";
import { exampleSite } from "../simulator/exampleSite";
import { type CaseOptions, simulatedCase } from "../simulator/simulatedCase";
import { diagnose } from "./diagnose";

function diagnosed(options: CaseOptions) {
  const one = simulatedCase({ days: 150, from: "2025-03-01", noisePct: 1, ...options });
  return { ...one, diagnosis: diagnose(one.site, one.weather, one.production, { weather: "w", production: "p" }).diagnosis };
}

const hides = (options: CaseOptions, cause: CauseId) => diagnosed(options).diagnosis.couldHide.filter((one) => one.cause === cause);

/** A fault of one parameter by its size, so that it takes so much of the energy. */
function sized(options: CaseOptions, fault: (size: number) => object, size: number, lossPct: number): CaseOptions {
  const { truth, diagnosis } = diagnosed({ ...options, faults: [fault(size)] });
  return { ...options, faults: [fault((size * lossPct) / ((100 * truth[0].lossKwh) / diagnosis.energy.expectedKwh))] };
}

const told = (options: CaseOptions, cause: CauseId) => diagnosed(options).diagnosis.causes.some((one) => one.cause === cause);

describe("what could hide in the data", () => {
  const SEEDS = [4, 5, 6, 7, 8];

  it("is dust under a size: half as much again is told, and two fifths of it isn't", () => {
    const counts = { larger: 0, smaller: 0 };
    for (const seed of SEEDS) {
      const [{ underPct, underKwh, lacks }] = hides({ seed }, "soiling");
      expect(lacks).toBeNull();
      const least = underPct as number;
      expect(underKwh).toBeGreaterThan(0);
      const dust = (pctPerDay: number) => ({ cause: "soiling", scope: "site", pctPerDay });
      counts.larger += Number(told(sized({ seed }, dust, 0.25, 1.5 * least), "soiling"));
      counts.smaller += Number(told(sized({ seed }, dust, 0.25, 0.4 * least), "soiling"));
    }
    expect(counts.larger).toBeGreaterThanOrEqual(4);
    expect(counts.smaller).toBeLessThanOrEqual(1);
  });

  it("is more where the station is further off", () => {
    const far: CaseOptions["station"] = (weather) => ({
      ...weather,
      channels: new Map([...weather.channels].map(([name, values]) => [name, name === "ghi" ? values.map(strayed) : values])),
    });
    const [near, off] = [hides({}, "soiling"), hides({ station: far }, "soiling")];
    expect(off[0].underPct ?? 100).toBeGreaterThan(near[0].underPct as number);
  });

  it("is a low light reading under a part: a third more is told, half of it isn't", () => {
    const [{ underPct, ofReading, underKwh }] = hides({}, "sensor-error");
    expect([ofReading, underKwh]).toEqual([true, null]);
    const low = (part: number) => ({ faults: [{ cause: "sensor-error", scope: "site", factor: 1 - (part * (underPct as number)) / 100 }] });
    expect(told(low(1.35), "sensor-error")).toBe(true);
    expect(told(low(0.5), "sensor-error")).toBe(false);
  });

  it("is a decline in less than the days that it takes, and says how many there are", () => {
    expect(hides({}, "degradation")).toMatchObject([{ underPct: null, lacks: "400 days: these are 150" }]);
    const years = hides({ days: 700, stepMs: 3_600_000, from: "2024-04-01" }, "degradation");
    expect(years.every(({ lacks }) => lacks === null)).toBe(true);
  });

  it("is everything that is fitted where there is hardly any good light", () => {
    const { couldHide } = diagnosed({ from: "2025-12-01", days: 12 }).diagnosis;
    const lacking = couldHide.filter(({ lacks }) => lacks === "12 days of good light").map(({ cause }) => cause);
    expect(lacking).toEqual(expect.arrayContaining(["soiling", "shading", "sensor-error", "thermal-derating"]));
  });

  it("is nothing of what is told or suspected", () => {
    const { couldHide, causes } = diagnosed({ faults: [{ cause: "soiling", scope: "site", pctPerDay: 0.35 }] }).diagnosis;
    expect(causes.map(({ cause }) => cause)).toContain("soiling");
    expect(couldHide.map(({ cause }) => cause)).not.toContain("soiling");
  });

  it("is a part or a joint in a string whose voltage an uneven light moves, and none in one that holds still", () => {
    const site = exampleSite((one) => {
      one.strings = one.strings.map((string, k) => ({ ...string, mppt: `t${k}` }));
    });
    const tree = { cause: "shading", scope: "south", kind: "tree", bearingDeg: 180, distanceM: 5, heightM: 10, widthM: 8 };
    const all = { site, told: /\.(ac_w|dc_a|dc_v)$/ };
    expect(hides(all, "bypass-conducting")).toEqual([]);
    const [shaded] = hides({ ...all, faults: [tree], from: "2025-02-01" }, "bypass-conducting");
    expect(shaded.lacks).toMatch(/^a voltage of s[12] that holds still/);
  });

  it("is a wrong meter from the first day on, where there is no second one", () => {
    const texts = (options: CaseOptions) => hides(options, "scale-error").flatMap(({ lacks }) => lacks ?? []);
    expect(texts({})).toEqual([expect.stringContaining("second meter")]);
    expect(texts({ told: /\.(ac_w|dc_w)$/ })).toEqual([]);
  });
});

/** Clouds that are over the station and not over the roof. */
const strayed = (value: number, i: number) => value * (1 + 0.25 * Math.sin(i * 0.61) * Math.cos(i * 0.083));
