import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import type { InjectedFault } from "../simulator/production";
import { simulateProduction } from "../simulator/production";
import { makeWeather } from "../simulator/weatherMaker";
import { calibrationOffers } from "./calibration";
import { diagnose } from "./diagnose";

const site = exampleSite();
const weather = makeWeather({ startMs: Date.parse("2025-04-01T00:00:00Z"), stepMs: 900_000, count: 96 * 84 }, site.location, 6);
const offerWith = (trueRatio: number, faults: InjectedFault[] = [], days = 84) => {
  const { production } = simulateProduction(site, weather, { seed: 3, trueRatio, faults, snow: false });
  const used = {
    grid: { ...production.grid, count: 96 * days },
    channels: new Map([...production.channels].map(([k, v]) => [k, v.slice(0, 96 * days)])),
  };
  return calibrationOffers(diagnose(site, weather, used, { weather: "w", production: "p" }))[0];
};
const healthy = offerWith(1);

describe("what healthy weeks offer", () => {
  it("is the array's own ratio to the model, with its period and error", () => {
    const weaker = offerWith(0.96);
    expect(weaker.factor / healthy.factor).toBeCloseTo(0.96, 2);
    expect(weaker).toMatchObject({ scope: "inv1", weeks: 12, from: "2025-04-01", to: "2025-06-23", refusal: null });
    expect(weaker.errorPct).toBeGreaterThan(0);
    expect(weaker.errorPct).toBeLessThan(1);
  });

  it("leaves the weeks out in which a cause stands", () => {
    const dead: InjectedFault = { kind: "string-open", string: "s2", fromMs: Date.parse("2025-05-10T00:00:00Z") };
    const offer = offerWith(1, [dead]);
    expect(offer.weeks).toBe(5);
    expect(offer.to < "2025-05-10").toBe(true);
    expect(Math.abs(offer.factor / healthy.factor - 1)).toBeLessThan(0.02);
  });

  it("leaves the weeks out of which less than nine tenths of the light was measured", () => {
    const gap = (hours: number): InjectedFault => {
      const fromMs = Date.parse("2025-04-23T08:00:00Z");
      return { kind: "data-gap", inverter: "inv1", fromMs, toMs: fromMs + hours * 3_600_000 };
    };
    // A morning of a week's some hundred lit hours, and two days of them, neither of which is a cause.
    expect(offerWith(1, [gap(4)]).weeks).toBe(12);
    const two: InjectedFault[] = [0, 1].map((day) => ({
      ...gap(7),
      fromMs: gap(7).fromMs + day * 86_400_000,
      toMs: (gap(7).toMs ?? 0) + day * 86_400_000,
    }));
    expect(offerWith(1, two).weeks).toBe(11);
  });

  it("is refused from too few weeks, and where it is too far from one to be a calibration", () => {
    expect(offerWith(1, [], 18).refusal).toMatch(/Only 2 healthy weeks/);
    expect(offerWith(0.87).refusal ?? "").toMatch(/find out why|healthy week/);
  });
});
