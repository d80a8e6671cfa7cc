import { describe, expect, it } from "vitest";
import { type ModulesOfDay, mapCheck } from "./mapCheck";

const STEP = 15;
const SCOPES = Array.from({ length: 8 }, (_, k) => `s1.0${k + 1}`);

/** A day in quarter hours, with a gable's shadow over two modules in the afternoon. @param leaves of what a module gives, by scope and minute */
function day(leaves: (scope: string, minute: number) => number): ModulesOfDay {
  const minutes = Array.from({ length: 96 }, (_, k) => k * STEP);
  const sun = (minute: number) => Math.max(0, Math.sin((Math.PI * (minute - 360)) / 840)) * 300;
  return {
    minutes,
    parts: [
      { scope: "s1", values: minutes.map(sun) },
      ...SCOPES.map((scope, m) => ({
        scope,
        values: minutes.map((minute, k) => {
          const own = 1 + 0.03 * Math.sin(7 * m + k);
          const gable = m >= 6 && minute >= 960 ? 0.3 : 1;
          return sun(minute) * own * gable * leaves(scope, minute);
        }),
      })),
    ],
  };
}

const coveredAt = (which: string, from: number, to: number, left = 0.06) =>
  day((scope, minute) => {
    const share = Math.max(0, Math.min(minute + STEP, to) - Math.max(minute, from)) / STEP;
    return scope === which ? 1 - share * (1 - left) : 1;
  });

describe("cover one module, and see which drops", () => {
  it("says that the map is right where the covered one drops alone", () => {
    expect(mapCheck(coveredAt("s1.03", 720, 735), "s1.03", 720, 735)).toMatchObject({ result: "as-mapped", dropped: "s1.03", lacks: "" });
  });

  it("names the other one that drops in its place, and by how much", () => {
    const told = mapCheck(coveredAt("s1.05", 718, 742), "s1.03", 718, 742);
    expect(told).toMatchObject({ result: "another", dropped: "s1.05" });
    expect(told.drop).toBeGreaterThan(0.7);
  });

  it("isn't taken in by a shadow that comes over two modules, nor by half a module's cloth", () => {
    expect(mapCheck(coveredAt("s1.09", 0, 0), "s1.03", 960, 990).result).toBe("none");
    expect(mapCheck(coveredAt("s1.03", 720, 750, 0.62), "s1.03", 720, 750).result).toBe("as-mapped");
    expect(mapCheck(coveredAt("s1.03", 720, 750, 0.9), "s1.03", 720, 750).result).toBe("none");
  });

  it.each([
    ["too short a cover", coveredAt("s1.03", 722, 726), "s1.03", 722, 726, /at least 15 minutes/],
    ["a night", coveredAt("s1.03", 60, 90), "s1.03", 60, 90, /too little light/],
    ["a module that isn't told", coveredAt("s1.03", 720, 750), "s2.01", 720, 750, /don't tell s2.01/],
    ["an empty day", { minutes: [], parts: [{ scope: "s1.03", values: [] }] }, "s1.03", 720, 750, /at least 15/],
  ] as const)("says what lacks: %s", (_, told, covered, from, to, lacks) => {
    const check = mapCheck(told, covered, from, to);
    expect(check).toMatchObject({ result: "too-little", dropped: null });
    expect(check.lacks).toMatch(lacks);
  });
});
