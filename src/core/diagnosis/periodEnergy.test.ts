import { expect, it } from "vitest";
import type { Diagnosis } from "../formats/diagnosisFile";
import type { Overview } from "./overviewSchema";
import { periodEnergy } from "./periodEnergy";

const analysis = (rating: number, unlimited: number, measuredKwh: number) => ({
  diagnosis: { energy: { expectedKwh: unlimited, measuredKwh } } as Diagnosis,
  overview: { cascade: { rating } } as Overview,
});

it("expects what the healthy array would have sent within its inverters' limits, and keeps apart what those hold back", () => {
  expect(periodEnergy(analysis(900, 1000, 720))).toEqual({ expectedKwh: 900, measuredKwh: 720, lostKwh: 180, share: 0.8, limitsKwh: 100 });
});

it("has no share where nothing was expected, and holds back nothing less than nothing", () => {
  expect(periodEnergy(analysis(0, 0, 5)).share).toBeNull();
  expect(periodEnergy(analysis(1000, 999.9, 900)).limitsKwh).toBe(0);
});
