import { expect, it } from "vitest";
import { DEFAULT_MODEL } from "../expected/options";
import { simulatedCase } from "../simulator/simulatedCase";
import { diagnose } from "./diagnose";
import { overviewOf } from "./overview";
import { cascadeWith } from "./whatIf";

const NAMES = { weather: "w", production: "p" };

it.each([
  ["a sensor that tells too little", { cause: "sensor-error", scope: "site", factor: 0.85 }],
  ["a clock that is an hour off", { cause: "clock-error", scope: "site", offsetMinutes: 60 }],
])("is held against the same as the diagnosis: %s", (_, fault) => {
  const { site, weather, production } = simulatedCase({ faults: [fault] });
  const run = diagnose(site, weather, production, NAMES);
  const { cascade } = overviewOf(run);
  const same = cascadeWith(site, weather, production, NAMES, DEFAULT_MODEL, run.frozen);
  for (const stage of ["sun", "inverter", "rating"] as const) expect(same[stage] / cascade[stage], stage).toBeCloseTo(1, 3);
});

it("is in the light as it is reported where nothing is told of it", () => {
  const { site, weather, production } = simulatedCase({ faults: [{ cause: "sensor-error", scope: "site", factor: 0.85 }] });
  const run = diagnose(site, weather, production, NAMES);
  const [mended, reported] = [run.frozen, null].map((told) => cascadeWith(site, weather, production, NAMES, DEFAULT_MODEL, told));
  expect(mended.rating / reported.rating).toBeGreaterThan(1.08);
});
