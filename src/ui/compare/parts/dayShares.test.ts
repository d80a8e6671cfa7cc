import { expect, it } from "vitest";
import { litSlots, sharesAt } from "./dayShares";

const DAY = {
  minutes: [420, 435, 450],
  parts: [
    { scope: "s1", unit: "W" as const, values: [900, 900, 900] },
    { scope: "s1.01", unit: "W" as const, values: [2, 100, 200] },
    { scope: "s1.02", unit: "W" as const, values: [2, 50, null] },
    { scope: "s1.03", unit: "W" as const, values: [2, 100, 100] },
  ],
};

it("holds modules against the middle one in the same quarter of an hour", () => {
  expect(Object.fromEntries(sharesAt(DAY, 1))).toEqual({ "s1.01": 1, "s1.02": 0.5, "s1.03": 1 });
  expect(Object.fromEntries(sharesAt(DAY, 2))).toEqual({ "s1.01": 1, "s1.03": 0.5 });
});

it("reads nothing off too little light", () => {
  expect(sharesAt(DAY, 0).size).toBe(0);
  expect(litSlots(DAY)).toEqual({ first: 1, last: 2 });
  expect(litSlots({ ...DAY, parts: DAY.parts.slice(0, 1) })).toBeNull();
});
