import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { changeSchema, NEW_FINDING } from "./change";
import { byStamp, nextStampMs } from "./stamp";
import { type FieldChange, latestMs, withChange, withChanges } from "./standing";

interface Note {
  grade: string;
  text: string;
}
const EMPTY: Note = { grade: "", text: "" };
const by = (device: string, madeMs: number, fields: Partial<Note>): FieldChange<Note> => ({
  ...{ id: `${device}-${madeMs}`, device, madeMs, author: "", deviceName: "" },
  fields,
});

describe("of each field the latest stands", () => {
  it("whoever set it, and two who set different fields both keep theirs", () => {
    const both = withChanges(EMPTY, [by("a", 10, { grade: "fix", text: "a" }), by("b", 12, { text: "b" })]);
    expect(both.fields).toEqual({ grade: "fix", text: "b" });
    expect(both.marks.text?.device).toBe("b");
    expect(both.marks.grade?.device).toBe("a");
  });

  it("an older one that comes late and a repeat change nothing", () => {
    const now = withChanges(EMPTY, [by("a", 10, { text: "new" })]);
    expect(withChange(now, by("a", 9, { text: "old" }))).toBe(now);
    expect(withChange(now, by("a", 10, { text: "new" }))).toBe(now);
    expect(withChange(now, by("a", 11, {}))).toBe(now);
    expect(now.fields).toEqual({ grade: "", text: "new" });
    expect(EMPTY).toEqual({ grade: "", text: "" });
  });

  it("of two in the same millisecond the same one everywhere", () => {
    const [a, b] = [by("a", 5, { text: "a" }), by("b", 5, { text: "b" })];
    expect(withChanges(EMPTY, [a, b])).toEqual(withChanges(EMPTY, [b, a]));
  });

  it("in whatever order and however often changes come in", () => {
    const change = fc.record({ device: fc.constantFrom("a", "b", "c"), madeMs: fc.nat(6), text: fc.string({ maxLength: 2 }) });
    const sequences = fc.uniqueArray(change, { selector: ({ device, madeMs }) => `${device}${madeMs}`, maxLength: 12 }).chain((changes) => {
      const all = changes.map(({ device, madeMs, text }) => by(device, madeMs, madeMs % 2 ? { text } : { text, grade: text }));
      const shuffled = fc.shuffledSubarray([...all, ...all], { minLength: all.length * 2 });
      return fc.record({ all: fc.constant(all), shuffled });
    });
    fc.assert(
      fc.property(sequences, ({ all, shuffled }) => {
        expect(withChanges(EMPTY, shuffled)).toEqual(withChanges(EMPTY, all));
      }),
    );
  });
});

describe("a stamp", () => {
  it("is now, unless the device or the record is ahead of its clock", () => {
    expect(nextStampMs(1000.7, 0, 0)).toBe(1000);
    expect(nextStampMs(1000, 5000, 0)).toBe(5001);
    expect(nextStampMs(1000, 5000, 9000)).toBe(9001);
  });

  it("makes a correction in the knowledge of another come after it, whatever the clocks say", () => {
    const first = by("z", 90_000, { text: "from a clock that runs ahead" });
    const standing = withChange({ fields: EMPTY, marks: {} }, first);
    const correction = by("a", nextStampMs(500, 400, latestMs(standing)), { text: "corrected" });
    expect(byStamp(first, correction)).toBeLessThan(0);
    expect(withChange(standing, correction).fields.text).toBe("corrected");
  });
});

describe("a change", () => {
  const change = {
    ...{ id: crypto.randomUUID(), caseId: "c", kind: "finding", recordId: crypto.randomUUID(), pointId: "glass" },
    ...{ device: "device-1", madeMs: 5, fields: { gradeId: "fix" } },
  };
  it("reads with what it doesn't tell left out, and sets known fields alone", () => {
    expect(changeSchema.parse(change)).toMatchObject({ author: "", deviceName: "", fields: { gradeId: "fix" } });
    expect(changeSchema.safeParse({ ...change, fields: { colour: "red" } }).success).toBe(false);
    expect(changeSchema.safeParse({ ...change, kind: "photo" }).success).toBe(false);
    expect(changeSchema.safeParse({ ...change, madeMs: -1 }).success).toBe(false);
    expect(changeSchema.safeParse({ ...change, device: "x" }).success).toBe(false);
    expect(NEW_FINDING.takenBack).toBe(false);
  });
});
