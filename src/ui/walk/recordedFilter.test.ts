import { expect, it } from "vitest";
import type { StandingFinding } from "@/core/changes/caseRecords";
import { NEW_FINDING } from "@/core/changes/change";
import { EVERYTHING, filtered, severitiesOf } from "./recordedFilter";

const DAY = 86_400_000;
const NOW = Date.parse("2026-05-10T12:00:00Z");
const finding = (id: string, pointId: string, gradeId: string, recordedMs: number, author: string, note = ""): StandingFinding => ({
  ...{ id, pointId, author, deviceName: "", recordedMs, history: [], photos: [], marks: {} },
  fields: { ...NEW_FINDING, gradeId, note },
});
const all = [
  finding("a", "glass-cracked", "stop", NOW - DAY, "Jana Moser", "corner of s2.07"),
  finding("b", "isolator-wet", "fix", NOW - 3000, "A. Gruber", "contact black"),
  finding("c", "ground-rows", "sound", NOW - 2000, "Jana Moser"),
  finding("d", "torque-marks", "not-seen", NOW - 1000, "Jana Moser", "can't be reached"),
];
const ids = (filter: Partial<typeof EVERYTHING>) =>
  filtered(all, { ...EVERYTHING, ...filter }, "Jana Moser", (ms) => new Date(ms).toISOString().slice(0, 10), NOW).map(({ id }) => id);

it("leaves today's, mine, those of a severity, and those with all the words", () => {
  expect(ids({})).toEqual(["a", "b", "c", "d"]);
  expect(ids({ today: true })).toEqual(["b", "c", "d"]);
  expect(ids({ mine: true, today: true })).toEqual(["c", "d"]);
  expect(ids({ severities: new Set(["stop", "fix"]) })).toEqual(["a", "b"]);
  expect(ids({ words: "BLACK rust" })).toEqual(["b"]);
  expect(ids({ words: "black glass" })).toEqual([]);
  expect(severitiesOf(all)).toEqual(["stop", "fix", "sound"]);
});
