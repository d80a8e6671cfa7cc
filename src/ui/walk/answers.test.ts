import { describe, expect, it } from "vitest";
import type { FindingInput, FindingView } from "@/server/findings/findings";
import { type Answers, fromServer, withWaiting } from "./answers";
import type { Outgoing } from "./outbox";

const CASE = "larch-house-2026";
const known: Answers = {
  glass: { findingId: "f1", gradeId: "fix", note: "corner", place: "s1.03", photos: [{ id: "p1", url: "/api/photos/p1?small" }] },
};
const finding = (change: Partial<FindingInput> = {}): Outgoing => ({
  kind: "finding",
  input: {
    ...{ id: "f2", caseId: CASE, pointId: "rails", gradeId: "watch", note: "", place: "" },
    ...{ recordedAt: "2026-11-20T09:00:00Z", technician: "" },
    ...change,
  },
});
const photo = (photoId: string, findingId = "f1", caseId = CASE): Outgoing => ({
  ...{ kind: "photo", findingId, photoId, caseId },
  picture: new Blob(["picture"]),
});

it("shows what the server knows, with its photos", () => {
  const view = { id: "f1", pointId: "glass", gradeId: "fix", note: "corner", place: "s1.03", photos: [{ id: "p1" }] };
  expect(fromServer([view as FindingView])).toEqual(known);
});

describe("what waits on this device", () => {
  it("is laid over what the server knows, and leaves that as it was", () => {
    const next = withWaiting(known, [finding(), finding({ gradeId: "stop", note: "open" })], CASE);
    expect(next.rails).toEqual({ findingId: "f2", gradeId: "stop", note: "open", place: "", photos: [] });
    expect(next.glass).toEqual(known.glass);
    expect(known.rails).toBeUndefined();
  });

  it("keeps a finding's photos when it is graded anew, and adds one that waits once", () => {
    const next = withWaiting(known, [finding({ id: "f1", pointId: "glass", gradeId: "stop" }), photo("p2"), photo("p2")], CASE);
    expect(next.glass?.gradeId).toBe("stop");
    expect(next.glass?.photos.map(({ id }) => id)).toEqual(["p1", "p2"]);
    expect(known.glass?.photos).toHaveLength(1);
  });

  it("takes back, and restores what was taken back, in the order of doing", () => {
    const away: Outgoing = { kind: "withdraw", findingId: "f1", withdrawn: true };
    expect(withWaiting(known, [away], CASE).glass).toBeUndefined();
    const answer = { ...(known.glass as NonNullable<typeof known.glass>), photos: [{ id: "p1", url: "blob:gone" }] };
    const back: Outgoing = { ...{ kind: "withdraw", findingId: "f1", withdrawn: false }, ...{ caseId: CASE, pointId: "glass", answer } };
    expect(withWaiting({}, [back], CASE)).toEqual(known);
    expect(withWaiting(known, [away, back], CASE)).toEqual(known);
    expect(withWaiting(known, [back, away], CASE).glass).toBeUndefined();
  });

  it("of another case stays out", () => {
    const other = "weir-barn-2026";
    const answer = known.glass as NonNullable<typeof known.glass>;
    const queue: Outgoing[] = [
      finding({ caseId: other }),
      photo("p9", "f1", other),
      { ...{ kind: "withdraw", findingId: "f7", withdrawn: false }, ...{ caseId: other, pointId: "glass", answer } },
    ];
    expect(withWaiting({}, queue, CASE)).toEqual({});
    expect(withWaiting(known, [photo("p9", "f1", other)], CASE)).toEqual(known);
  });
});
