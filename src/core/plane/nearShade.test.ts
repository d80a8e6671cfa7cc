import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import type { Plane, SiteFile } from "../site/siteSchema";
import { layOutPlane, offsetOf } from "./layout";
import { NearShade } from "./nearShade";
import { type Obstacle, Skyline } from "./skyline";

const NOW = Date.parse("2025-06-01T00:00:00Z");
const chimney: Obstacle = { id: "c", kind: "chimney", bearingDeg: 180, distanceM: 2.5, heightM: 1.5, widthM: 0.8 };
const siteWith = (...obstacles: Obstacle[]): SiteFile =>
  exampleSite((site) => Object.assign(site.planes[0], { obstacles, rows: 2, horizon: [] }));

function shadeOf(site: SiteFile, utcMs = NOW) {
  const [plane] = site.planes;
  const layout = layOutPlane(site, plane);
  if (!layout) throw new Error("no layout");
  return { shade: new NearShade(plane, layout.type, layout.places, utcMs), layout };
}

describe("the layout", () => {
  const layout = layOutPlane(siteWith(), siteWith().planes[0]);

  it("lays twenty modules in two rows of ten round the middle, from the ridge down", () => {
    expect([layout?.rows, layout?.columns]).toEqual([2, 10]);
    const places = layout?.places ?? [];
    expect(places.reduce((sum, place) => sum + place.rightM, 0)).toBeCloseTo(0, 9);
    expect(places.reduce((sum, place) => sum + place.upSlopeM, 0)).toBeCloseTo(0, 9);
    expect(places[0]).toMatchObject({ stringId: "s1", place: 1, row: 0, column: 0 });
    expect(places[10]).toMatchObject({ stringId: "s2", place: 1, row: 1, column: 0 });
    expect(places[0].upSlopeM).toBeGreaterThan(places[10].upSlopeM);
  });

  it("has the right hand in the east and the ridge in the north for a plane that faces south", () => {
    const plane = { tiltDeg: 30, azimuthDeg: 180 } as Plane;
    expect(offsetOf(plane, 2, 0).eastM).toBeCloseTo(2, 9);
    expect(offsetOf(plane, 0, 2).northM).toBeCloseTo(2 * Math.cos(Math.PI / 6), 9);
    expect(offsetOf(plane, 0, 2).upM).toBeCloseTo(1, 9);
    expect(offsetOf({ tiltDeg: 20, azimuthDeg: 90 } as Plane, 2, 0).northM).toBeCloseTo(2, 9);
  });

  it("puts the segments of a string into their planes", () => {
    const site = exampleSite((it) => {
      it.planes.push({ ...it.planes[0], id: "west", azimuthDeg: 270 });
      it.strings = [
        {
          ...it.strings[0],
          segments: [
            { plane: "south", modules: 7 },
            { plane: "west", modules: 3 },
          ],
        },
      ];
    });
    expect(layOutPlane(site, site.planes[0])?.places).toHaveLength(7);
    expect(layOutPlane(site, site.planes[1])?.places.map(({ place }) => place)).toEqual([8, 9, 10]);
  });
});

describe("modules with places of their own", () => {
  const places = [
    { string: "s1", place: 2, rightM: -0.6, upM: 1, turned: false },
    { string: "s1", place: 1, rightM: 0.6, upM: 1.02, turned: false },
    { string: "s1", place: 3, rightM: 0, upM: -0.6, turned: true },
    { rightM: 3, upM: 0, turned: false, moduleType: "m405" },
  ];
  const site = exampleSite((it) => {
    it.strings = [{ ...it.strings[0], modules: 3 }];
    Object.assign(it.planes[0], { places, horizon: [] });
  });
  const layout = layOutPlane(site, site.planes[0]);

  it("lie as they are told, in rows and columns, string by string; what is wired to nothing isn't among them", () => {
    expect(layout?.places.map(({ place, row, column, turned }) => [place, row, column, turned])).toEqual([
      [1, 0, 2, false],
      [2, 0, 0, false],
      [3, 1, 1, true],
    ]);
    expect(layout?.places[2]).toMatchObject({ acrossM: 1.722, upM: 1.134 });
    expect(layout?.bounds).toMatchObject({ leftM: expect.closeTo(-1.167), lowerM: expect.closeTo(-1.167), upperM: expect.closeTo(1.881) });
  });

  it("turned, lose only the parts that a low shadow reaches, where an upright one of whole cells loses all three", () => {
    const share = (turned: boolean) => {
      const one = exampleSite((it) => {
        it.moduleTypes[0].halfCut = false;
        it.strings = [{ ...it.strings[0], modules: 1 }];
        // A parapet a metre before the plane's middle, with the sun low behind it.
        Object.assign(it.planes[0], {
          ...{ places: [{ string: "s1", place: 1, rightM: 0, upM: 0, turned }], horizon: [] },
          obstacles: [{ id: "p", kind: "building", bearingDeg: 180, distanceM: 1.2, heightM: 0.05, widthM: 30 }],
        });
      });
      const { shade } = shadeOf(one);
      shade.look(180, 14);
      return [...shade.beam];
    };
    expect(share(false)).toEqual([0, 0, 0]);
    expect(share(true)).toEqual([0, 1, 1]);
  });
});

describe("near shade", () => {
  it("falls on the modules before the chimney only, and on none with the sun above it or beside it", () => {
    const { shade, layout } = shadeOf(siteWith(chimney));
    expect(shade.look(180, 20)).toBe(true);
    const dark = layout.places.filter((_, m) => shade.beam.subarray(m * shade.strips, (m + 1) * shade.strips).some((share) => share < 1));
    expect(dark.length).toBeGreaterThanOrEqual(2);
    expect(dark.length).toBeLessThanOrEqual(4);
    for (const place of dark) expect(Math.abs(place.rightM)).toBeLessThan(1.6);
    expect(shade.look(180, 75)).toBe(false);
    expect(shade.look(0, 20)).toBe(false);
  });

  it("takes a half-cut module's lower half alone where full cells lose the whole strip", () => {
    const step: Obstacle = { id: "w", kind: "building", bearingDeg: 180, distanceM: 2.2, heightM: 0.3, widthM: 20 };
    const beamOf = (halfCut: boolean) => {
      const site = siteWith(step);
      site.moduleTypes[0].halfCut = halfCut;
      const { shade } = shadeOf(site);
      expect(shade.look(180, 40)).toBe(true);
      return shade.beam.subarray(10 * shade.strips);
    };
    expect(new Set(beamOf(true))).toEqual(new Set([0.5]));
    expect(new Set(beamOf(false))).toEqual(new Set([0]));
  });

  it("moves to the right with the day: away from the sun", () => {
    const { shade, layout } = shadeOf(siteWith(chimney));
    const middleOfShade = (azimuthDeg: number) => {
      expect(shade.look(azimuthDeg, 20)).toBe(true);
      const dark = layout.places.filter((_, m) => shade.beam.subarray(m * shade.strips, (m + 1) * shade.strips).some((share) => share < 1));
      return dark.reduce((sum, place) => sum + place.rightM, 0) / dark.length;
    };
    expect(middleOfShade(140)).toBeLessThan(middleOfShade(180));
    expect(middleOfShade(180)).toBeLessThan(middleOfShade(220));
  });

  it("agrees with the view from the middle where the obstacle is far", () => {
    const tree: Obstacle = { id: "t", kind: "tree", bearingDeg: 200, distanceM: 400, heightM: 120, widthM: 80 };
    const { shade } = shadeOf(siteWith(tree));
    const middle = new Skyline([], [tree], NOW);
    for (const [azimuthDeg, elevationDeg] of [
      [200, 10],
      [200, 20],
      [212, 10],
      [150, 5],
    ]) {
      const shaded = shade.look(azimuthDeg, elevationDeg);
      expect(shaded ? Math.min(...shade.beam) : 1).toBe(middle.beamShare(azimuthDeg, elevationDeg));
    }
    const [least, most] = [Math.min(...shade.skyShare), Math.max(...shade.skyShare)];
    expect(most - least).toBeLessThan(0.01);
    expect(Math.abs(least - middle.skyShare(30, 180))).toBeLessThan(0.01);
  });

  it("takes more of the sky from modules that are nearer, and grows with a tree", () => {
    const { shade, layout } = shadeOf(siteWith(chimney));
    const near = layout.places.findIndex(({ row, column }) => row === 1 && column === 5);
    const far = layout.places.findIndex(({ row, column }) => row === 0 && column === 0);
    expect(shade.skyShare[near]).toBeLessThan(shade.skyShare[far]);
    expect(shade.skyShare[far]).toBeGreaterThan(0.97);
    const tree: Obstacle = { ...chimney, kind: "tree", growthMPerYear: 0.5, surveyed: "2025-06-01" };
    const lit = (utcMs: number) => {
      const { shade: now } = shadeOf(siteWith(tree), utcMs);
      return now.look(180, 35) ? now.beam.reduce((sum, share) => sum + share, 0) : now.beam.length;
    };
    expect(lit(NOW + 4 * 365.25 * 86_400_000)).toBeLessThan(lit(NOW));
  });
});
