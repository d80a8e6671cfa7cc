import { describe, expect, it } from "vitest";
import type { Candidate, Parameter } from "./candidate";
import { bestStart, patternSearch } from "./patternSearch";

const candidate = (parameters: Parameter[], starts?: number[][]) => ({ parameters, starts }) as unknown as Candidate;
const two = [
  { name: "a", value: 0, least: -10, most: 10, step: 2 },
  { name: "b", value: 0, least: -10, most: 3, step: 1 },
];
const bowl = ([a, b]: readonly number[]) => (a - 4) ** 2 + 3 * (b + 2) ** 2;

describe("a search by patterns", () => {
  it("comes to the bottom of a bowl, to a part of its first steps", () => {
    const { values, cost } = patternSearch(candidate(two), { values: [0, 0], cost: bowl([0, 0]) }, bowl, 60);
    expect(Math.abs(values[0] - 4)).toBeLessThan(0.1);
    expect(Math.abs(values[1] + 2)).toBeLessThan(0.1);
    expect(cost).toBe(bowl(values));
  });

  it("stays within bounds, and where it is best", () => {
    const high = ([a, b]: readonly number[]) => -a - b;
    const { values } = patternSearch(candidate(two), { values: [0, 0], cost: 0 }, high, 60);
    expect(values).toEqual([10, 3]);
    const there = patternSearch(candidate(two), { values: [4, -2], cost: 0 }, bowl, 60);
    expect(there).toEqual({ values: [4, -2], cost: 0 });
  });

  it("begins at the best of several places, drawn within bounds", () => {
    const of = (...starts: number[][]) => bestStart(candidate(two, starts), bowl);
    expect(of([-8, 0], [5, -3], [9, 1])).toEqual({ values: [5, -3], cost: 4 });
    expect(of([40, -2])).toEqual({ values: [10, -2], cost: 36 });
    expect(bestStart(candidate(two), bowl).values).toEqual([0, 0]);
  });
});
