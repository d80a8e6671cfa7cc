import { describe, expect, it } from "vitest";
import type { Change, FindingFields } from "@/core/changes/change";
import { newEntry } from "@/field/entry";
import { agoText, bytesText, changeWords, entryState } from "./entryWords";

const common = { id: "1", caseId: "c", device: "phone-001", deviceName: "", author: "", madeMs: 1 };
const finding = (fields: Partial<FindingFields>): Change => ({ ...common, kind: "finding", recordId: "f", pointId: "array-glass", fields });

describe("an entry in words", () => {
  it("says what a change sets", () => {
    expect(changeWords(finding({ gradeId: "fix", place: "s2.07", note: "corner" }))).toBe(
      "Glass, cells and backs: Cracked glass or delaminated, at s2.07, “corner”",
    );
    expect(changeWords(finding({ takenBack: true }))).toBe("Glass, cells and backs: taken back");
    expect(changeWords(finding({ takenBack: false, note: "", place: "" }))).toBe(
      "Glass, cells and backs: no place, note emptied, stands again",
    );
    expect(
      changeWords({ ...common, kind: "photo", recordId: "p", findingId: "f", pointId: "array-glass", fields: { removed: true } }),
    ).toBe("Photo removed, Glass, cells and backs");
    expect(changeWords({ ...common, kind: "brief", recordId: "c", fields: { hazards: "steep" } })).toBe("Hazards: steep");
  });

  it("says what was said of the plant, its parts and a photo in words, not in keys", () => {
    expect(
      changeWords({
        ...common,
        kind: "facts",
        recordId: "c/facts",
        fields: { conduit: "metal", "roof.south": "tile", nearSea: "unknown" },
      }),
    ).toBe(
      "In what do the conductors come down? Metal conduit; Covering of south: Clay or concrete tiles; Is the sea near, or is the road salted? can't tell",
    );
    const part = { ...common, kind: "part" as const, recordId: "c/part/x", partId: "x" };
    expect(changeWords({ ...part, fields: { kind: "isolator", serial: "4711", warrantyUntil: "" } })).toBe(
      "Part: isolator, no. 4711, guarantee until emptied",
    );
    expect(changeWords({ ...part, fields: { takenBack: true } })).toBe("Part: taken back");
    const photo = { ...common, kind: "photo" as const, recordId: "p", findingId: "f", pointId: "array-glass" };
    expect(changeWords({ ...photo, fields: { marks: "" } })).toBe("Marks on a photo, Glass, cells and backs");
    expect(changeWords(finding({ spot: "south@1,2" }))).toBe("Glass, cells and backs: pinned on the plan");
  });

  it("says how it fares", () => {
    const entry = newEntry(finding({}), 0);
    expect(entryState(entry)).toBe("Waiting");
    expect(entryState({ ...entry, tries: 2, why: "No connection" })).toBe("Waiting: No connection");
    expect(entryState({ ...entry, state: "refused", why: "no such case" })).toBe("Refused: no such case");
    expect(entryState({ ...entry, state: "sent" })).toBe("Kept by the server");
    expect(entryState({ ...entry, state: "let-go" })).toBe("Let go");
  });

  it("says sizes and ages as people do", () => {
    expect([10, 1400, 2_340_000].map(bytesText)).toEqual(["1 kB", "1 kB", "2.3 MB"]);
    const now = 10 * 86_400_000;
    expect([0, 5 * 60_000, 3 * 3_600_000, 4 * 86_400_000].map((age) => agoText(now - age, now))).toEqual([
      "just now",
      "5 min ago",
      "3 h ago",
      "4 days ago",
    ]);
  });
});
