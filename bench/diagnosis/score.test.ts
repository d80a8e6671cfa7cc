import { describe, expect, it } from "vitest";
import type { Diagnosis } from "@/core/formats/diagnosisFile";
import { exampleSite } from "@/core/simulator/exampleSite";
import { type ScoredCase, scopeFits, score, type TrueCause } from "./score";

const site = exampleSite();
const said = (cause: string, scope: string, confidence = 0.9, lossKwh = 100, from = "2025-03-01T00:00:00Z") => ({
  ...{ cause, scope, confidence, lossKwh, from, to: null, evidence: [], nextTest: "" },
});
const truth = (cause: string, scope: string, more: Partial<TrueCause> = {}) =>
  ({ cause, scope, from: "2025-03-01T12:00:00Z", to: null, lossKwh: 100, ...more }) as TrueCause;
const one = (causes: TrueCause[], claims: object[], healthy = causes.length === 0): ScoredCase => ({
  ...{ id: "x", site, healthy, causes },
  diagnosis: { causes: claims, healthy } as unknown as Diagnosis,
});

it("counts what is right, wrong and missed by cause and scope", () => {
  const result = score([
    one([truth("string-open", "s2")], [said("string-open", "s2")]),
    one([truth("string-open", "s2")], [said("string-open", "s1")]),
    one([truth("snow", "site")], [said("snow", "site", 0.4)]),
    one([], []),
    one([], [said("inverter-outage", "inv1")]),
  ]);
  expect(result.byCause.get("string-open")).toEqual({ right: 1, wrong: 1, missed: 1 });
  expect(result.byCause.get("snow")).toEqual({ right: 0, wrong: 0, missed: 1 });
  expect(result.microF1).toBeCloseTo(2 / (2 + 2 + 2), 9);
  expect(result.macroF1).toBeCloseTo(0.5 / 3, 9);
  expect(result.healthyClean).toBe(0.5);
  expect(result.confusion[0]).toEqual({ truth: "string-open", said: "string-open", count: 1 });
  expect(result.confusion).toContainEqual({ truth: "snow", said: "nothing", count: 1 });
  expect(result.confusion).toContainEqual({ truth: "nothing", said: "inverter-outage", count: 1 });
});

it("neither misses nor forbids what is optional, and leaves sites with traits by design in peace", () => {
  const optional = [truth("start-threshold", "inv1", { optional: true })];
  const result = score([one(optional, [], true), one(optional, [said("start-threshold", "inv1")], true)]);
  expect(result.byCause.get("start-threshold")).toEqual({ right: 0, wrong: 0, missed: 0 });
  expect(result.healthyClean).toBe(1);
});

it("tells errors of energy, onsets within a day, and how sure claims were against how right", () => {
  const step = (lossKwh: number, from?: string) =>
    one([truth("string-open", "s2", { step: true })], [said("string-open", "s2", 0.97, lossKwh, from)]);
  const result = score([step(90), step(104), step(100, "2025-03-09T00:00:00Z"), one([], [said("snow", "site", 0.96)])]);
  expect(result.lossErrorMedian).toBeCloseTo(0.04, 9);
  // Between 0.04 and 0.1, as ordered values share a quantile out.
  expect(result.lossError90).toBeCloseTo(0.04 + 0.8 * 0.06, 9);
  expect(result.onsetWithinDay).toBeCloseTo(2 / 3, 9);
  expect(result.reliability.at(-1)).toMatchObject({ claims: 4, right: 3 });
});

describe("a scope", () => {
  it.each([
    ["s2", { scope: "s2" }, true],
    ["inv1", { scope: "s2" }, false],
    ["inv1", { scope: "s2", minimumScope: "inv1" }, true],
    ["s2", { scope: "s2.03", minimumScope: "inv1" }, true],
    ["s1", { scope: "s2.03", minimumScope: "inv1" }, false],
    ["south", { scope: "s2", minimumScope: "site" }, true],
    ["site", { scope: "s2", minimumScope: "inv1" }, false],
  ])("%s of %o", (scope, of, fits) => {
    expect(scopeFits(site, scope, of)).toBe(fits);
  });
});
