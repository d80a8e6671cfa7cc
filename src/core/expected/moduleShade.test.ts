import { expect, it } from "vitest";
import type { Obstacle } from "../plane/skyline";
import { exampleSite } from "../simulator/exampleSite";
import { yearlyModuleShade } from "./moduleShade";

const siteWith = (...obstacles: Obstacle[]) => exampleSite((site) => Object.assign(site.planes[0], { obstacles, rows: 2 }));
const shadeOf = (...obstacles: Obstacle[]) => {
  const site = siteWith(...obstacles);
  return yearlyModuleShade(site, site.planes[0], 2026);
};
const tree: Obstacle = { id: "t", kind: "tree", bearingDeg: 240, distanceM: 9, heightM: 7, widthM: 4 };

it("says nothing without obstacles, and finds nothing behind the array", () => {
  expect(shadeOf()).toBeNull();
  for (const { beamLost } of shadeOf({ ...tree, bearingDeg: 10 }) ?? []) expect(beamLost).toBeLessThan(0.01);
});

it("takes most from the modules nearest to the tree, and more the higher it is", () => {
  const shade = shadeOf(tree) ?? [];
  expect(shade).toHaveLength(20);
  const at = (stringId: string, place: number) => shade.find((one) => one.stringId === stringId && one.place === place);
  // Seen from in front the tree in the south-west stands on the left.
  expect(at("s2", 1)?.beamLost).toBeGreaterThan((at("s2", 10)?.beamLost as number) + 0.01);
  expect(at("s2", 1)?.skyLost).toBeGreaterThan(at("s1", 10)?.skyLost as number);
  const higher = shadeOf({ ...tree, heightM: 10 }) ?? [];
  shade.forEach(({ beamLost, skyLost }, m) => {
    expect(beamLost).toBeGreaterThanOrEqual(0);
    expect(beamLost).toBeLessThan(0.5);
    expect(higher[m].beamLost).toBeGreaterThanOrEqual(beamLost);
    expect(higher[m].skyLost).toBeGreaterThanOrEqual(skyLost);
  });
});
