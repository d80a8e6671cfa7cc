import { CAUSES, type CauseId } from "@/core/causes/causes";
import type { BriefFields, Change, ReportFields, WorkFields } from "@/core/changes/change";
import type { PartFields } from "@/core/changes/partFields";
import { ANSWERS, isAnswer } from "@/core/inspection/answers";
import { findGrade, findPoint } from "@/core/inspection/catalogue";
import { factWords } from "@/core/inspection/questions";
import { type WorkId, workTitle } from "@/core/work/works";
import type { Entry } from "@/field/entry";

/** What the parts of a brief are called. */
export const BRIEF_WORDS: Record<keyof BriefFields, string> = {
  complaint: "Complaint, in the owner's words",
  since: "Since when; sudden or creeping; after what",
  history: "History and documents on site",
  hazards: "Hazards",
  access: "Access",
};

/** What the parts of a report are called. */
export const REPORT_WORDS: Record<keyof ReportFields, string> = {
  recipient: "For whom, with address",
  address: "Address of the site",
  visited: "Days of the visit",
  technician: "Technician",
  remarks: "In your own words",
  nextVisit: "Next visit",
};

/** What the parts of a piece of work are called. */
export const WORK_WORDS: Record<keyof Omit<WorkFields, "leftOut">, string> = {
  who: "By whom",
  due: "By when",
  cost: "Roughly what it costs",
  note: "Note",
};

/** What the fields of a part are called. */
const PART_WORDS: Record<Exclude<keyof PartFields, "kind" | "takenBack">, string> = {
  place: "at",
  maker: "maker",
  model: "model",
  serial: "no.",
  installed: "installed",
  warrantyUntil: "guarantee until",
  makerState: "its maker",
  condition: "condition",
  note: "note",
};

/** What a change says, in a line. */
export function changeWords(change: Change): string {
  if (change.kind === "brief") {
    const [name, text] = Object.entries(change.fields)[0] ?? ["", ""];
    return `${BRIEF_WORDS[name as keyof BriefFields] ?? "Brief"}: ${text}`;
  }
  if (change.kind === "report") {
    const [name, text] = Object.entries(change.fields)[0] ?? ["", ""];
    return `Report, ${REPORT_WORDS[name as keyof ReportFields] ?? "part"}: ${text}`;
  }
  if (change.kind === "part") {
    const { takenBack, kind, ...said } = change.fields;
    const words = Object.entries(said).map(([name, value]) => `${PART_WORDS[name as keyof typeof PART_WORDS]} ${value || "emptied"}`);
    if (kind) words.unshift(kind);
    if (takenBack !== undefined) words.push(takenBack ? "taken back" : "stands again");
    return `Part: ${words.join(", ")}`;
  }
  if (change.kind === "facts") {
    return Object.entries(change.fields)
      .map(([key, value]) => factWords(key, value))
      .join("; ");
  }
  if (change.kind === "work") {
    const { leftOut, ...texts } = change.fields;
    const said = Object.entries(texts).map(([name, text]) => `${WORK_WORDS[name as keyof typeof WORK_WORDS]}: ${text}`);
    if (leftOut !== undefined) said.push(leftOut ? "left out of the report" : "back in the report");
    return `${workTitle(change.work as WorkId, change.scope)}: ${said.join(", ")}`;
  }
  if (change.kind === "overruling") {
    const { holds, reason, takenBack } = change.fields;
    const title = CAUSES[change.cause as CauseId]?.title ?? change.cause;
    const says = takenBack ? "judgement taken back" : holds === "no" ? "it is not so" : holds === "yes" ? "it is so" : "reason";
    return `${title} at ${change.scope}: ${says}${reason ? `, “${reason}”` : ""}`;
  }
  const title = findPoint(change.pointId)?.title ?? change.pointId;
  if (change.kind === "photo") {
    const { removed, marks } = change.fields;
    return `${removed ? "Photo removed" : marks === undefined ? "Photo" : "Marks on a photo"}, ${title}`;
  }
  return `${title}: ${findingWords(change)}`;
}

/** What a change of a finding sets. */
export function findingWords({ pointId, fields }: Pick<Extract<Change, { kind: "finding" }>, "pointId" | "fields">): string {
  const parts = [
    fields.gradeId ? saidOf(pointId, fields.gradeId) : "",
    fields.place === undefined ? "" : fields.place ? `at ${fields.place}` : "no place",
    fields.note === undefined ? "" : fields.note ? `“${fields.note}”` : "note emptied",
    fields.spot === undefined ? "" : fields.spot ? "pinned on the plan" : "pin taken off",
    fields.value === undefined ? "" : fields.value ? `read ${fields.value}` : "reading emptied",
    fields.sum ? "worked out" : "",
    fields.takenBack === undefined ? "" : fields.takenBack ? "taken back" : "stands again",
  ];
  return parts.filter(Boolean).join(", ") || "nothing";
}

/** A grade, or another answer, in words. */
function saidOf(pointId: string, gradeId: string): string {
  return isAnswer(gradeId) ? ANSWERS[gradeId].word.toLowerCase() : (findGrade(pointId, gradeId)?.text ?? gradeId);
}

/** How an entry fares, in a word or two and why. */
export function entryState({ state, why, tries }: Entry): string {
  if (state === "refused") return `Refused: ${why}`;
  if (state === "sent") return "Kept by the server";
  if (state === "let-go") return why || "Let go";
  return tries === 0 || why === "" ? "Waiting" : `Waiting: ${why}`;
}

/** "3 kB", "1.4 MB". */
export function bytesText(bytes: number): string {
  return bytes >= 1e6 ? `${(bytes / 1e6).toFixed(1)} MB` : `${Math.max(1, Math.round(bytes / 1000))} kB`;
}

/** "just now", "12 min ago", "3 h ago", "5 days ago". */
export function agoText(ms: number, nowMs: number): string {
  const minutes = Math.max(0, Math.round((nowMs - ms) / 60_000));
  if (minutes < 1) return "just now";
  if (minutes < 60) return `${minutes} min ago`;
  if (minutes < 48 * 60) return `${Math.round(minutes / 60)} h ago`;
  return `${Math.round(minutes / 1440)} days ago`;
}
