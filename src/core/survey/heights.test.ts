import { expect, it } from "vitest";
import { heightByTwoAngles } from "./heights";

it("gives back the tree that two stands look at", () => {
  // A top 12 m over the eye, seen from 20 and from 35 m.
  const [near, far] = [20, 35].map((metres) => (Math.atan2(12, metres) * 180) / Math.PI);
  const { heightM, distanceM } = heightByTwoAngles(15, near, far, 1.6);
  expect(heightM).toBeCloseTo(13.6, 9);
  expect(distanceM).toBeCloseTo(20, 9);
});

it.each([
  [0, 30, 20],
  [10, 20, 30],
  [10, 95, 20],
  [10, 30, 0],
])("refuses what can't be: %s m, %s°, %s°", (baseline, near, far) => {
  expect(() => heightByTwoAngles(baseline, near, far)).toThrow(RangeError);
});
