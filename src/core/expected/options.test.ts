import { readFileSync } from "node:fs";
import { expect, it } from "vitest";
import { CASCADE_STAGES } from "./cascade";
import { isOnOff, MODEL_SWITCHES } from "./modelSwitches";
import { DEFAULT_MODEL, modelChangeSchema as modelChange, modelOptionsSchema } from "./options";
import { switchTable } from "./switchTable";

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

it("refuses a choice that there isn't", () => {
  expect(modelChange.safeParse({ moonlight: true }).success).toBe(false);
});

it("has words for every choice, once, and for each of its values", () => {
  expect(MODEL_SWITCHES.map(({ key }) => key).sort()).toEqual(Object.keys(DEFAULT_MODEL).sort());
  for (const entry of MODEL_SWITCHES) {
    expect(typeof DEFAULT_MODEL[entry.key] === "boolean").toBe(isOnOff(entry));
    for (const value of Object.keys(entry.choices ?? {}))
      expect(modelOptionsSchema.safeParse({ [entry.key]: value }).success, `${entry.key} ${value}`).toBe(true);
    if (entry.stage) expect(CASCADE_STAGES).toContain(entry.stage);
  }
});

it("stands in docs/models.md as it is", () => {
  expect(readFileSync("docs/models.md", "utf8")).toContain(switchTable());
});
