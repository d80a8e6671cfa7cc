import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { draftOf } from "./draft";
import { boundsOfModules, modulesIn, moveModules, overlapping, putBlock, sizeOf, spaced, turnModules } from "./modules";
import { bearingTo, groundOf, pointAt, seenFromAll } from "./obstacles";
import { snapped } from "./snap";
import { limitsOf, sumsOf } from "./sums";

const bare = { ...draftOf(exampleSite()), strings: [], planes: [{ ...draftOf(exampleSite()).planes[0], places: [] }] };
const BLOCK = { moduleType: "m405", rows: 2, columns: 3, turned: false, gapMm: 20, rowGapMm: 50 };

describe("blocks of modules", () => {
  it("lie in the middle of a bare plane, their gaps as told", () => {
    const { draft, refs } = putBlock(bare, 0, BLOCK);
    // Three of 1.134 m with two gaps of 0.02 m; two of 1.722 m with one of 0.05 m.
    expect(boundsOfModules(draft, refs)).toEqual({
      leftM: expect.closeTo(-1.721, 3),
      rightM: expect.closeTo(1.721, 3),
      lowerM: expect.closeTo(-1.747, 3),
      upperM: expect.closeTo(1.747, 3),
    });
  });

  it("lie beside what is there, level with its upper edge", () => {
    const first = putBlock(bare, 0, BLOCK);
    const { draft, refs } = putBlock(first.draft, 0, { ...BLOCK, rows: 1, turned: true });
    const [there, beside] = [boundsOfModules(draft, first.refs), boundsOfModules(draft, refs)];
    expect(beside?.leftM).toBeCloseTo((there?.rightM ?? 0) + 0.5, 3);
    expect(beside?.upperM).toBeCloseTo(there?.upperM ?? 0, 3);
    expect(overlapping(draft, 0)).toEqual([]);
  });

  it("turn where they lie, and say when they lie over each other", () => {
    const { draft, refs } = putBlock(bare, 0, BLOCK);
    const turned = turnModules(draft, refs.slice(0, 1));
    expect(sizeOf(turned, turned.planes[0].places[0])).toEqual({ acrossM: 1.722, upM: 1.134 });
    expect(overlapping(turned, 0)).toEqual([[refs[0], refs[1]]]);
    expect(overlapping(spaced(turned, refs, 20, 20), 0)).toEqual([]);
  });

  it("are spaced by their gaps from the upper left edge on", () => {
    const { draft, refs } = putBlock(bare, 0, { ...BLOCK, gapMm: 5, rowGapMm: 0 });
    const wide = spaced(draft, refs, 100, 200);
    const at = (k: number) => wide.planes[0].places[k];
    expect(at(1).rightM - at(0).rightM).toBeCloseTo(1.234, 3);
    expect(at(0).upM - at(3).upM).toBeCloseTo(1.922, 3);
    expect(at(0).rightM).toBeCloseTo(draft.planes[0].places[0].rightM, 3);
  });
});

describe("what is dragged clings", () => {
  const module = { leftM: 0, rightM: 1, lowerM: 0, upperM: 2 };
  const target = { others: [module], gapM: 0.02, roof: { leftM: -4, rightM: 4, lowerM: -3, upperM: 3 } };
  const dragged = (leftM: number, lowerM: number) => snapped({ leftM, rightM: leftM + 1, lowerM, upperM: lowerM + 2 }, target, 0.1);

  it("a gap beside a neighbour and level with it", () => {
    expect(dragged(1.07, 0.04)).toEqual({ rightM: expect.closeTo(-0.05), upM: expect.closeTo(-0.04), atRightM: 1.02, atUpM: 0 });
  });

  it("to the roof's edge and middle, and to nothing far off", () => {
    expect(dragged(2.95, -2.95)).toMatchObject({ rightM: expect.closeTo(0.05), upM: expect.closeTo(-0.05) });
    expect(dragged(-0.55, -1.05)).toMatchObject({ rightM: expect.closeTo(0.05), upM: expect.closeTo(0.05) });
    expect(dragged(1.6, 0.5)).toEqual({ rightM: 0, upM: 0, atRightM: null, atUpM: null });
  });
});

describe("what a draft adds up to", () => {
  it("counts modules and power by plane, string and inverter", () => {
    const { draft } = putBlock(draftOf(exampleSite()), 0, BLOCK);
    const sums = sumsOf(draft);
    expect(sums.all).toEqual({ id: "site", modules: 26, kwp: expect.closeTo(10.53) });
    expect(sums.inverters).toEqual([{ id: "inv1", modules: 20, kwp: expect.closeTo(8.1), acKw: 7 }]);
    expect(sums.unwired).toBe(6);
    expect(sumsOf({ ...draft, moduleTypes: [{ ...draft.moduleTypes[0], pmaxW: "405 W" }] }).all.kwp).toBeNull();
  });

  it("is held against the design limits as far as it is told", () => {
    const draft = draftOf(exampleSite((site) => void (site.inverters[0].maxDcV = 400)));
    const half = { ...draft, strings: [...draft.strings, { id: "s9", modules: 0 }], name: "", commissioned: "soon" };
    expect(limitsOf(half)).toEqual([]);
    const { commissioned: _, ...told } = half;
    expect(limitsOf(told).filter(({ ok }) => !ok)).toMatchObject([
      { id: "cold-voltage", scope: "s1" },
      { id: "cold-voltage", scope: "s2" },
    ]);
  });
});

describe("obstacles on the ground", () => {
  it("stand where bearing and distance say, and back", () => {
    const at = pointAt({ eastM: 3, northM: -1 }, 225, 10);
    expect(bearingTo({ eastM: 3, northM: -1 }, at)).toEqual({ bearingDeg: 225, distanceM: 10 });
    expect(bearingTo(groundOf(bare, 0), { eastM: 0, northM: -5 })).toEqual({ bearingDeg: 180, distanceM: 5 });
  });

  it("lie round planes that share a ridge, where nobody says how planes lie", () => {
    const two = {
      ...bare,
      planes: ["90", "270"].map((azimuth) => ({
        id: azimuth,
        azimuthDeg: Number(azimuth),
        tiltDeg: 60,
        slopeM: 8,
        widthM: 10,
        places: [],
      })),
    };
    expect(two.planes.map((_, k) => groundOf(two, k))).toEqual([
      { eastM: 2, northM: 0 },
      { eastM: -2, northM: 0 },
    ]);
  });

  it("are seen from the other planes where these lie", () => {
    const [south] = draftOf(exampleSite()).planes;
    const spruce = { id: "spruce", kind: "tree", bearingDeg: 180, distanceM: 10, heightM: 9, widthM: 4 };
    const draft = {
      ...bare,
      planes: [
        { ...south, eastM: 0, obstacles: [spruce] },
        { ...south, id: "shed", eastM: 10, obstacles: [{ ...spruce, id: "pole" }], horizon: undefined },
      ],
    };
    const [, shed] = seenFromAll(draft, 0).planes;
    expect(shed.obstacles).toEqual([
      { ...spruce, id: "pole" },
      { ...spruce, bearingDeg: 225, distanceM: 14.1 },
    ]);
    expect(shed.horizon).toBe(south.horizon);
  });
});

it("modules move by what they are told", () => {
  const { draft, refs } = putBlock(bare, 0, BLOCK);
  const moved = moveModules(draft, refs, 0.5, -1);
  expect(moved.planes[0].places[0].rightM - draft.planes[0].places[0].rightM).toBeCloseTo(0.5);
  expect(modulesIn(moved, 0)).toHaveLength(6);
});
