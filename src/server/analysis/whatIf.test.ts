import { expect, it } from "vitest";
import { DEFAULT_MODEL } from "@/core/expected/options";
import { modelChange } from "./whatIf";

it("lets a person change every choice that there is, one or many", () => {
  expect(Object.keys(modelChange.shape).sort()).toEqual(Object.keys(DEFAULT_MODEL).sort());
  expect(modelChange.parse({})).toEqual({});
  expect(modelChange.parse(DEFAULT_MODEL)).toEqual(DEFAULT_MODEL);
});

it.each<[string, unknown]>([
  ["transposition", "guess"],
  ["decomposition", "perez"],
  ["ageing", "yes"],
  ["assumedWindMs", -1],
  ["assumedWindMs", 21],
  ["assumedWindMs", Number.NaN],
])("refuses %s of %s, by its key", (key, value) => {
  const answer = modelChange.safeParse({ [key]: value });
  expect(answer.error?.issues.map(({ path }) => path.join("."))).toEqual([key]);
});
