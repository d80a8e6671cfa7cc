import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { cropBetween, type Mark, movedBy, NO_MARKS, type PhotoMarks, photoMarksSchema, readMarks, spotAt, writeMarks } from "./photoMarks";

const share = fc.double({ min: 0, max: 1, noNaN: true });
const spot = fc.tuple(share, share).map(([x, y]) => spotAt(x, y));
const mark: fc.Arbitrary<Mark> = fc.oneof(
  fc.record({ kind: fc.constant("arrow" as const), from: spot, to: spot }),
  fc.record({ kind: fc.constant("ring" as const), at: spot, half: spot }),
  fc.record({ kind: fc.constant("text" as const), at: spot, text: fc.string({ maxLength: 60 }) }),
);

describe("marks on a photo", () => {
  it("come back from a record as they were put in it", () => {
    fc.assert(
      fc.property(fc.array(mark, { maxLength: 24 }), fc.option(fc.tuple(spot, spot)), (marks, corners) => {
        const all: PhotoMarks = { marks, crop: corners && cropBetween(...corners) };
        expect(readMarks(writeMarks(all))).toEqual(all);
      }),
    );
    expect(writeMarks(NO_MARKS)).toBe("");
  });

  it("that can't be read, or are more than may be, count as none", () => {
    const many = JSON.stringify({ crop: null, marks: Array.from({ length: 25 }, () => ({ kind: "ring", at: [0, 0], half: [0, 0] })) });
    for (const text of ["", "{", "[]", "null", '{"crop":null}', '{"crop":null,"marks":[{"kind":"ring","at":[2,0],"half":[0,0]}]}', many])
      expect(readMarks(text)).toEqual(NO_MARKS);
  });

  it("moved, stay whole within the picture and keep their shape", () => {
    fc.assert(
      fc.property(mark, fc.double({ min: -2, max: 2, noNaN: true }), fc.double({ min: -2, max: 2, noNaN: true }), (one, x, y) => {
        const moved = movedBy(one, x, y);
        expect(photoMarksSchema.safeParse({ crop: null, marks: [moved] }).success).toBe(true);
        if (one.kind === "arrow" && moved.kind === "arrow")
          for (const k of [0, 1] as const) expect(moved.to[k] - moved.from[k]).toBeCloseTo(one.to[k] - one.from[k], 3);
        if (one.kind === "ring" && moved.kind === "ring") expect(moved.half).toEqual(one.half);
      }),
    );
    expect(movedBy({ kind: "text", at: [0.5, 0.5], text: "x" }, 0.1, -0.2)).toMatchObject({ at: [0.6, 0.3] });
  });

  it("a cut is told by two corners in any order; a touch, or all of it, is none", () => {
    expect(cropBetween([0.8, 0.9], [0.2, 0.1])).toEqual({ from: [0.2, 0.1], to: [0.8, 0.9] });
    expect(cropBetween([0.2, 0.2], [0.25, 0.9])).toBeNull();
    expect(cropBetween([0, 0], [1, 1])).toBeNull();
  });
});
