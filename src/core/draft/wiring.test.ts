import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { exampleSite } from "../simulator/exampleSite";
import { draftOf, type SiteDraft } from "./draft";
import { modulesIn, moveModules, putBlock, removeModules, turnModules } from "./modules";
import { inPattern, neighbour, nextFree } from "./pattern";
import { readDraft } from "./readDraft";
import { renamed, retyped } from "./rename";
import { addString, modulesOf, placeAt, removeString, reversed, runOn, unwire } from "./wiring";

const BLOCK = { moduleType: "m405", rows: 2, columns: 4, turned: false, gapMm: 20, rowGapMm: 20 };
/** A second plane with eight free modules beside the example's twenty. */
const start = putBlock(
  { ...draftOf(exampleSite()), planes: [...draftOf(exampleSite()).planes, { id: "east", tiltDeg: 20, azimuthDeg: 90, places: [] }] },
  1,
  BLOCK,
).draft;

const names = (draft: SiteDraft, id: string) => modulesOf(draft, id).map(({ plane, at }) => `${plane}/${at}`);

describe("strings run through modules", () => {
  it("takes them in the order in which they were pressed, over planes too", () => {
    const { draft, id } = addString(start);
    const ran = runOn(draft, id, [
      { plane: 1, at: 3 },
      { plane: 1, at: 0 },
    ]);
    expect(names(ran, id)).toEqual(["1/3", "1/0"]);
    const more = runOn(unwire(ran, [{ plane: 0, at: 19 }]), id, [{ plane: 0, at: 19 }]);
    expect(more.strings.at(-1)).toMatchObject({
      id: "s3",
      plane: "east",
      modules: 3,
      segments: [
        { plane: "east", modules: 2 },
        { plane: "south", modules: 1 },
      ],
    });
    expect(more.strings[1]).toMatchObject({ id: "s2", modules: 9 });
    expect(more.strings[1]).not.toHaveProperty("segments");
  });

  it("passes over what is wired already and what is of another type", () => {
    const other = { ...start, moduleTypes: [...start.moduleTypes, { ...start.moduleTypes[0], id: "m300" }] };
    const { draft } = putBlock(other, 1, { ...BLOCK, moduleType: "m300", rows: 1, columns: 1 });
    expect(
      modulesOf(
        runOn(draft, "s1", [
          { plane: 0, at: 12 },
          { plane: 1, at: 8 },
        ]),
        "s1",
      ),
    ).toHaveLength(10);
  });

  it("closes up where a module comes off, and turns round", () => {
    const off = unwire(start, [{ plane: 0, at: 2 }]);
    expect(modulesOf(off, "s1").map((ref) => placeAt(off, ref)?.place)).toEqual([1, 2, 3, 4, 5, 6, 7, 8, 9]);
    expect(names(reversed(start, "s1"), "s1")).toEqual(names(start, "s1").reverse());
  });

  it("leaves its modules where they lie when it is taken off", () => {
    const off = removeString(start, "s1");
    expect(off.strings.map(({ id }) => id)).toEqual(["s2"]);
    expect(off.planes[0].places.filter(({ string }) => string === undefined)).toHaveLength(10);
  });

  it("is renamed with its modules, and a plane, a type and an inverter with what refers to them", () => {
    const draft = renamed(
      renamed(renamed(renamed(start, "strings", "s1", "a"), "planes", "south", "roof"), "moduleTypes", "m405", "m"),
      "inverters",
      "inv1",
      "wr",
    );
    expect(modulesOf(draft, "a")).toHaveLength(10);
    expect(draft.strings[0]).toMatchObject({ id: "a", plane: "roof", moduleType: "m", inverter: "wr" });
    expect(retyped(draft, "a", "other").planes[0].places[0].moduleType).toBe("other");
  });
});

describe("patterns", () => {
  it("go there and back, by rows or columns, from any corner", () => {
    const way = (pattern: Parameters<typeof inPattern>[2]) => inPattern(start, 1, pattern).map(({ at }) => at);
    expect(way({ corner: "upper-left", along: "rows", thereAndBack: false })).toEqual([0, 1, 2, 3, 4, 5, 6, 7]);
    expect(way({ corner: "upper-left", along: "rows", thereAndBack: true })).toEqual([0, 1, 2, 3, 7, 6, 5, 4]);
    expect(way({ corner: "lower-right", along: "rows", thereAndBack: false })).toEqual([7, 6, 5, 4, 3, 2, 1, 0]);
    expect(way({ corner: "upper-left", along: "columns", thereAndBack: true })).toEqual([0, 4, 5, 1, 2, 6, 7, 3]);
  });

  it("take only free modules, and arrows walk to the next one", () => {
    const { draft, id } = addString(start);
    const pattern = { corner: "upper-left", along: "rows", thereAndBack: false } as const;
    const ran = runOn(draft, id, nextFree(draft, 1, pattern, 3));
    expect(nextFree(ran, 1, pattern, 99).map(({ at }) => at)).toEqual([3, 4, 5, 6, 7]);
    expect(neighbour(start, { plane: 1, at: 1 }, "right")).toEqual({ plane: 1, at: 2 });
    expect(neighbour(start, { plane: 1, at: 1 }, "down")).toEqual({ plane: 1, at: 5 });
    expect(neighbour(start, { plane: 1, at: 1 }, "up")).toBeNull();
  });
});

describe("whatever is done", () => {
  const op = fc.oneof(
    fc.record({ kind: fc.constant("run" as const), string: fc.constantFrom("s1", "s2"), plane: fc.nat(1), at: fc.nat(30) }),
    fc.record({
      kind: fc.constantFrom("unwire" as const, "remove" as const, "turn" as const, "move" as const),
      plane: fc.nat(1),
      at: fc.nat(30),
    }),
    fc.record({ kind: fc.constantFrom("add" as const, "reverse" as const) }),
  );

  it("strings count their modules, places run from 1 without a gap, and what is complete can be read", () => {
    fc.assert(
      fc.property(fc.array(op, { maxLength: 25 }), (ops) => {
        let draft = start;
        for (const one of ops) {
          if (one.kind === "run") draft = runOn(draft, one.string, [{ plane: one.plane, at: one.at }]);
          else if (one.kind === "add") draft = runOn(addString(draft).draft, addString(draft).id, modulesIn(draft, 1).slice(0, 2));
          else if (one.kind === "reverse") draft = reversed(draft, "s1");
          else if ("at" in one) {
            const refs = [{ plane: one.plane, at: one.at }];
            const ways = {
              unwire,
              remove: removeModules,
              turn: turnModules,
              move: (d: SiteDraft, r: typeof refs) => moveModules(d, r, 0.5, -0.25),
            };
            draft = ways[one.kind](draft, refs);
          }
        }
        for (const { id, modules, plane, segments } of draft.strings) {
          const refs = modulesOf(draft, id);
          expect(modules).toBe(refs.length);
          expect(refs.map((ref) => placeAt(draft, ref)?.place)).toEqual(refs.map((_, k) => k + 1));
          if (refs.length > 0) expect(draft.planes[refs[0].plane].id).toBe(plane);
          if (segments) expect(segments.reduce((sum, one) => sum + one.modules, 0)).toBe(modules);
        }
        const { faults } = readDraft(draft);
        // What can lack is a module: a string without one, a plane or an inverter without a string.
        for (const { expected } of faults) expect(expected).toMatch(/more than 0|at least one string|at least 1 entries/);
      }),
      { numRuns: 150 },
    );
  });
});
