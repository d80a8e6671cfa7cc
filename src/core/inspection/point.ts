import { z } from "zod";
import { CAUSE_IDS } from "../causes/causes";
import { readingSchema } from "../formats/readingFile";
import { SUMS, type SumId } from "../sums/sumKinds";
import { WORK_IDS } from "../work/works";
import { conditionsSchema } from "./conditions";
import { SEVERITIES } from "./severity";

/** The stations of a walk, in the order of the body's way. */
export const STATIONS = [
  "ground",
  "ladder",
  "roof-edge",
  "array",
  "under-array",
  "roof-space",
  "run-down",
  "isolators",
  "inverter",
  "battery",
  "meters",
  "board",
  "documents",
] as const;
export type Station = (typeof STATIONS)[number];

/** What people call a station. */
export const STATION_WORDS: Record<Station, string> = {
  ground: "From the ground",
  ladder: "Ladder",
  "roof-edge": "Roof edge",
  array: "At the array",
  "under-array": "Under the array",
  "roof-space": "Roof space",
  "run-down": "Run down",
  isolators: "Isolators",
  inverter: "Inverter",
  battery: "Battery",
  meters: "Meters",
  board: "Panel board",
  documents: "Documents",
};

/** What can hurt whoever goes on: going up, what is live inside a box, metal that may be live. */
export const CONDITIONS = ["up", "dead", "metal"] as const;
export type Condition = (typeof CONDITIONS)[number];

/** Lengths by the public format: a title is read at arm's length, a why in a breath. */
const MOST = { title: 70, why: 240, text: 200 };
const id = z
  .string()
  .max(60)
  .regex(/^[a-z0-9]+(-[a-z0-9]+)*$/, "small letters and digits in words joined by -");
const text = (most: number) => z.string().trim().min(1).max(most);
const READING_KINDS = readingSchema.options.map(({ shape }) => shape.kind.value);

/** One answer to a point. */
export const gradeSchema = z.strictObject({ id, text: text(MOST.text), severity: z.enum(SEVERITIES) });

/** What a point says of a cause when it isn't sound: log odds that a "fix" adds. A sound one says mildly the contrary, or what `ifSound` has. */
const forCause = z.strictObject({ cause: z.enum(CAUSE_IDS), weight: z.number().gt(0).lt(4), ifSound: z.number().gt(-4).lte(0).optional() });
/** What it makes less likely when it isn't sound, because it explains the same. */
const againstCause = z.strictObject({ cause: z.enum(CAUSE_IDS), weight: z.number().gt(-4).lt(0) });

/** One thing to look at. */
export const pointSchema = z
  .strictObject({
    id,
    title: text(MOST.title),
    /** Why it matters. */
    why: text(MOST.why),
    /** Which sites have it; every one where absent. */
    applies: conditionsSchema.default({}),
    /** What can hurt someone here. */
    caution: text(MOST.why).nullable().default(null),
    /** What to do in the same minute where it is graded Stop. */
    atOnce: text(MOST.why).nullable().default(null),
    grades: z.array(gradeSchema).min(2).max(8),
    speaksFor: z.array(forCause).max(8).default([]),
    speaksAgainst: z.array(againstCause).max(8).default([]),
    /** The kind of rule that it belongs to; which one holds is said by local codes. */
    rule: text(100).nullable().default(null),
    /** The measurement that would settle it. */
    settledBy: z.enum(READING_KINDS).nullable().default(null),
    /** The sum that belongs to it. */
    sum: z
      .enum(Object.keys(SUMS) as [SumId, ...SumId[]])
      .nullable()
      .default(null),
    /** A value that is read here. */
    measured: z
      .strictObject({ what: text(60), unit: z.string().max(10), from: z.number(), to: z.number() })
      .nullable()
      .default(null),
    /** What is to be done where it isn't sound; null where nobody has to come for it. */
    work: z.enum(WORK_IDS as [(typeof WORK_IDS)[number], ...(typeof WORK_IDS)[number][]]).nullable(),
    /** What it is a condition for: nobody goes up, opens a box or touches bare metal before it was answered that day (`holding.ts`). */
    condition: z.enum(CONDITIONS).nullable().default(null),
    /** Conditions besides those of its station that have to be answered before it is graded. */
    after: z.array(z.enum(CONDITIONS)).max(3).default([]),
    /** Whether it is said before anything else at its stop, whatever a case is about: what keeps people whole. */
    opens: z.boolean().default(false),
    /** How much it matters whatever the complaint, 1 (seldom) to 5 (someone can die); chooses the quick round. */
    rank: z.int().min(1).max(5).default(2),
  })
  .superRefine(({ grades }, context) => {
    const say = (message: string) => context.addIssue({ code: "custom", path: ["grades"], message });
    if (new Set(grades.map((grade) => grade.id)).size < grades.length) say("each grade's id once");
    if (!grades.some(({ severity }) => severity === "sound")) say("at least one grade that is sound");
    if (grades.every(({ severity }) => severity === "sound")) say("at least one grade that isn't sound");
  });

/** A point as a catalogue is written: what is usual may be left out. */
export type PointInput = z.input<typeof pointSchema>;
export type Point = z.output<typeof pointSchema>;
export type Grade = z.output<typeof gradeSchema>;

/** A place on the body's way through the site. */
export interface Stop {
  station: Station;
  /** The station's name for people. */
  place: string;
  /** Where a site has a field and a roof: which of them. */
  part: "field" | "roof" | null;
  points: Point[];
}

/** Where one is, of a site that has a field and a roof. */
export const PART_WORDS: Record<NonNullable<Stop["part"]>, string> = { field: "in the field", roof: "on the roof" };

/**
 * Whether what was said belongs to a stop: where a field and a roof have the same points, what was seen in the field says nothing of the roof. What was
 * said before that was told apart counts at both.
 */
export function isOfStop({ part }: { part: "" | "field" | "roof" }, stop: { part: Stop["part"] }): boolean {
  return stop.part === null || part === "" || part === stop.part;
}
