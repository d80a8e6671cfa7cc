import { describe, expect, it } from "vitest";
import { FormatError } from "../errors/formatError";
import { exampleSite } from "../simulator/exampleSite";
import { CATALOGUE } from "./catalogue";
import { readCatalogueFile, writeCatalogueFile } from "./catalogueFile";
import { walkFor } from "./walk";

type Stations = { station: string; points: Record<string, unknown>[] }[];
const changed = (change: (stations: Stations) => void) => {
  const file = JSON.parse(writeCatalogueFile(CATALOGUE)) as { stations: Stations };
  change(file.stations);
  return JSON.stringify(file);
};
const own = {
  id: "our-seal",
  title: "Our seal on the box",
  why: "Whoever opened it since is told by the seal.",
  grades: [
    { id: "sound", text: "Whole", severity: "sound" },
    { id: "fix", text: "Broken", severity: "fix" },
  ],
  work: "label-plant",
};

it("goes out and comes in without loss", () => {
  expect(readCatalogueFile(writeCatalogueFile(CATALOGUE), "c.json")).toEqual(CATALOGUE);
});

it("takes a firm's own points, changes and order, and walks by them", () => {
  const text = changed(([ground]) => {
    ground.points.reverse();
    ground.points.unshift(own);
    ground.points = ground.points.filter(({ id }) => id !== "ground-cover");
  });
  const [first] = walkFor(exampleSite(), { catalogue: readCatalogueFile(text, "c.json") });
  const ids = first.points.map(({ id }) => id);
  expect(ids[0]).toBe("our-seal");
  expect(ids).not.toContain("ground-cover");
  expect(ids.indexOf("ground-shade")).toBeGreaterThan(ids.indexOf("ground-count"));
});

describe("is refused whole, with the key", () => {
  it.each<[string, (stations: Stations) => void, RegExp]>([
    ["an id that comes twice", ([ground, ladder]) => ladder.points.push(ground.points[0]), /stations\.1\.points\.8\.id: .*each id once/],
    ["a station that comes twice", (stations) => stations.splice(12, 1, stations[0]), /stations\.12\.station: .*each station once/],
    ["a station that isn't one", ([ground]) => void (ground.station = "cellar"), /stations\.0\.station: found "cellar"/],
    [
      "a grade gone that findings refer to",
      ([ground]) => (ground.points[0].grades as object[]).pop(),
      /stations\.0\.points\.0\.grades: .*also "stop": findings refer/,
    ],
    [
      "a title that is too long",
      ([ground]) => void (ground.points[0].title = "x".repeat(80)),
      /stations\.0\.points\.0\.title: .*at most 70/,
    ],
  ])("%s", (_, change, says) => {
    let told = "";
    try {
      readCatalogueFile(changed(change), "c.json");
    } catch (error) {
      expect(error).toBeInstanceOf(FormatError);
      told = (error as Error).message;
    }
    expect(told).toMatch(says);
  });
});
