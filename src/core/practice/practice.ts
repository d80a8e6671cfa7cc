import { z } from "zod";
import { PART_KINDS, type PartKind } from "../changes/partFields";
import { CONDITION_HOLDS_H } from "../inspection/holding";
import { QUICK_ROUND_POINTS } from "../inspection/quickRound";
import { LIVES, type Life } from "../register/lives";
import { type OutlookBy, USUAL_OUTLOOK } from "../register/outlook";

/** Years that a life may be given by a firm. */
export const LIFE_YEARS = { from: 1, to: 80 } as const;
const years = z.number().min(LIFE_YEARS.from).max(LIFE_YEARS.to);

const lifeSchema = z
  .strictObject({ earlyYears: years, lateYears: years })
  .refine(({ earlyYears, lateYears }) => lateYears >= earlyYears + 1, "nine in ten at least a year after one in ten");

/** What a firm decides on how it works, one by one: what it is, its range, why it is as it is shipped. */
export const DECISIONS = {
  conditionHoldsH: {
    what: "What was said of anchor, ladder, ice, wind, heat and dead circuits holds for",
    ...{ unit: "hours", from: 1, to: 24, whole: false, usual: CONDITION_HOLDS_H },
    why: "A working day: on another day they are asked again. Shorter is safer where the weather turns.",
  },
  quickRoundPoints: {
    what: "Points of a quick round",
    ...{ unit: "points", from: 10, to: 60, whole: true, usual: QUICK_ROUND_POINTS },
    why: "What two people look at in an hour. Conditions before roof and boxes are always among them.",
  },
  outlookYears: {
    what: "How far ahead it is told which parts are likely next",
    ...{ unit: "years", from: 1, to: 15, whole: true, usual: USUAL_OUTLOOK.aheadYears },
    why: "What an owner plans.",
  },
  likelyPct: {
    what: "From which chance on a part's age alone puts it on that list",
    ...{ unit: "of 100", from: 1, to: 95, whole: false, usual: USUAL_OUTLOOK.from * 100 },
    why: "One in four is worth a line in a report.",
  },
} as const;
export type DecisionId = keyof typeof DECISIONS;
export const DECISION_IDS = Object.keys(DECISIONS) as DecisionId[];

const decision = (id: DecisionId) => {
  const { from, to, whole, usual } = DECISIONS[id];
  const number = whole ? z.int() : z.number();
  return number.min(from).max(to).default(usual);
};

/** How a firm works, where it may differ from what is shipped. */
export const practiceSchema = z.strictObject({
  ...(Object.fromEntries(DECISION_IDS.map((id) => [id, decision(id)])) as Record<DecisionId, ReturnType<typeof decision>>),
  /** How long parts last by the firm's own experience; the shipped table stands for the other kinds. */
  lives: z.partialRecord(z.enum(PART_KINDS), lifeSchema).default({}),
});
export type Practice = z.infer<typeof practiceSchema>;

/** Before a firm has said otherwise. */
export const USUAL_PRACTICE: Practice = practiceSchema.parse({});

/** By what a firm tells which parts are likely next. */
export function outlookOf({ lives, outlookYears, likelyPct }: Practice): OutlookBy {
  const own = PART_KINDS.map((kind): [PartKind, Life] => {
    const its = lives[kind];
    return [kind, its ? { ...its, source: "your own figures" } : LIVES[kind]];
  });
  return { lives: Object.fromEntries(own) as Record<PartKind, Life>, aheadYears: outlookYears, from: likelyPct / 100 };
}
