import { z } from "zod";
import { partFields } from "./partFields";

/** Longest texts of a record, characters: some pages of a note, a long name. */
export const MOST_TEXT = 4000;
export const MOST_NAME = 120;
/** And of the parts of a report, and of a piece of work in it. */
export const MOST_OF_REPORT = { recipient: 400, address: 400, visited: 200, technician: 200, remarks: MOST_TEXT, nextVisit: 200 } as const;
export const MOST_OF_WORK = { who: 200, due: 100, cost: 100, note: 1000 } as const;

const text = (most = MOST_TEXT) => z.string().max(most);

/**
 * What every change carries. It is made once, on the device on which something was seen or typed, and never altered after it
 * was kept; sent any number of times, in any order, it counts once and where it belongs.
 */
const common = {
  /** Made on the device; a repeat carries the same. */
  id: z.uuid(),
  caseId: z.string().min(1).max(100),
  /** The device's own mark: it goes with the store in which its sequence is kept. */
  device: z.string().regex(/^[A-Za-z0-9-]{8,64}$/, "8 to 64 letters, digits and -"),
  deviceName: text(MOST_NAME).default(""),
  /** Who held the device, as they call themselves. */
  author: text(MOST_NAME).default(""),
  /** Instant of making, ms since 1970, after everything that the device had made or seen of the record (see `stamp.ts`). */
  madeMs: z.int().min(0).max(8_640_000_000_000_000),
};

/** A finding: one thing seen at one point of the walk and one place. Each field stands for itself. */
export const findingFields = z.strictObject({
  gradeId: text(100),
  note: text(),
  /** A scope of the site: `site`, a plane, an inverter, a string, a module like `s2.07`; empty where none was given. */
  place: text(200),
  takenBack: z.boolean(),
  /** Where on a plane it is, to a hand's breadth (`src/core/site/spot.ts`); empty where nobody pinned it. */
  spot: text(120),
  /** What was read there, with its unit: "410 mm". */
  value: text(60),
  /** What the sum of its point was worked out from: JSON of inputs by their keys, as they were typed. */
  sum: text(2000),
  /** Where a site has a field and a roof: at which of them its point was looked at; empty where that makes no difference. */
  part: z.enum(["", "field", "roof"]),
});

/** A photo of a finding, beside its picture. */
export const photoFields = z.strictObject({
  removed: z.boolean(),
  /** What is drawn over it: JSON by `photoMarks.ts`, empty where nothing is. */
  marks: text(8000),
});

/** What is known before anyone goes there. */
export const briefFields = z.strictObject({ complaint: text(), since: text(400), history: text(), hazards: text(), access: text() });

/** A person's own judgement of a cause at a place, over what the evidence comes to; `""` where nothing was said yet. */
export const overrulingFields = z.strictObject({ holds: z.enum(["", "yes", "no"]), reason: text(), takenBack: z.boolean() });

/** What a report says beside what was seen and worked out; what is empty is filled from findings and as-built. */
export const reportFields = z.strictObject({
  /** Whom it is for, with their address. */
  recipient: text(MOST_OF_REPORT.recipient),
  address: text(MOST_OF_REPORT.address),
  /** Days of the visit. */
  visited: text(MOST_OF_REPORT.visited),
  technician: text(MOST_OF_REPORT.technician),
  /** In the technician's own words. */
  remarks: text(MOST_OF_REPORT.remarks),
  nextVisit: text(MOST_OF_REPORT.nextVisit),
});

/** What a report says of a piece of work that follows; what is empty stands as it was proposed. */
export const workFields = z.strictObject({
  who: text(MOST_OF_WORK.who),
  due: text(MOST_OF_WORK.due),
  cost: text(MOST_OF_WORK.cost),
  note: text(MOST_OF_WORK.note),
  leftOut: z.boolean(),
});

/** What was said on site of what its description lacks, by key (`src/core/site/withFacts.ts`); answers are words of a few letters. */
export const factsFields = z.record(z.string().min(1).max(120), text(40));

/** A change of one record of a case: what it sets, who made it, where and when. */
export const changeSchema = z.discriminatedUnion("kind", [
  z.object({ ...common, kind: z.literal("finding"), recordId: z.uuid(), pointId: text(100), fields: findingFields.partial() }),
  z.object({
    ...common,
    kind: z.literal("photo"),
    recordId: z.uuid(),
    findingId: z.uuid(),
    pointId: text(100),
    fields: photoFields.partial(),
  }),
  z.object({
    ...common,
    kind: z.literal("overruling"),
    recordId: z.uuid(),
    /** The cause's id and the scope at which it was told. */
    cause: text(100),
    scope: text(200),
    fields: overrulingFields.partial(),
  }),
  /** Its record is the case itself. */
  z.object({ ...common, kind: z.literal("brief"), recordId: text(100), fields: briefFields.partial() }),
  /** One a case: `reportRecordId`. */
  z.object({ ...common, kind: z.literal("report"), recordId: text(120), fields: reportFields.partial() }),
  /** One a piece of work and place in a case: `workRecordId`. */
  z.object({ ...common, kind: z.literal("work"), recordId: text(500), work: text(100), scope: text(200), fields: workFields.partial() }),
  /** One a part and case: `partRecordId`. The part itself belongs to the site. */
  z.object({ ...common, kind: z.literal("part"), recordId: text(320), partId: text(200), fields: partFields.partial() }),
  /** One a case: `factsRecordId`. */
  z.object({ ...common, kind: z.literal("facts"), recordId: text(120), fields: factsFields }),
]);

export type Change = z.infer<typeof changeSchema>;
export type ChangeOf<Kind extends Change["kind"]> = Extract<Change, { kind: Kind }>;
export type ChangeKind = Change["kind"];

export type FindingFields = z.infer<typeof findingFields>;
export type PhotoFields = z.infer<typeof photoFields>;
export type OverrulingFields = z.infer<typeof overrulingFields>;
export type ReportFields = z.infer<typeof reportFields>;
export type WorkFields = z.infer<typeof workFields>;
export type BriefFields = z.infer<typeof briefFields>;
export type FactsFields = z.infer<typeof factsFields>;

/** Records before anything was said of them. */
export const NEW_FINDING: FindingFields = { gradeId: "", note: "", place: "", takenBack: false, spot: "", value: "", sum: "", part: "" };
export const NEW_PHOTO: PhotoFields = { removed: false, marks: "" };
export const NEW_OVERRULING: OverrulingFields = { holds: "", reason: "", takenBack: false };
export const NEW_REPORT: ReportFields = { recipient: "", address: "", visited: "", technician: "", remarks: "", nextVisit: "" };
export const NEW_WORK: WorkFields = { who: "", due: "", cost: "", note: "", leftOut: false };
export const NEW_BRIEF: BriefFields = { complaint: "", since: "", history: "", hazards: "", access: "" };

/** The record of what a case's report says; the same on every device, so that two who fill it in write one. */
export function reportRecordId(caseId: string): string {
  return `${caseId}/report`;
}

/** The record of what was said in a case of a part of the plant. */
export function partRecordId(caseId: string, partId: string): string {
  return `${caseId}/part/${partId}`;
}

/** The record of what was said of a site's plant in a case. */
export function factsRecordId(caseId: string): string {
  return `${caseId}/facts`;
}

/** The record of what a case's report says of a piece of work at a place. */
export function workRecordId(caseId: string, work: string, scope: string): string {
  return `${caseId}/work/${work}@${scope}`;
}
