import type { CauseId } from "../causes/causes";
import type { Diagnosis } from "../formats/diagnosisFile";
import type { Point } from "./point";

/**
 * What makes a point matter today. A rank counts as it stands (1 to 5). A cause that the ledger holds for sure counts for a point that speaks for it with
 * weight 1 as much as three ranks: so that what explains the complaint comes before what is merely grave somewhere else, and danger to
 * life (rank 5) before what speaks faintly. A word of the complaint that is in a point's title lifts a usual point over danger to
 * life elsewhere: people name what they saw. What is over may come back and counts a third. What has to be answered before anyone goes up
 * or opens a box comes before all: without it the rest of the round is held (`holding.ts`).
 */
const COUNTS = { byCause: 3, ended: 0.35, mostByCauses: 6, byTopic: 3, byCondition: 10 } as const;

/** Words that are about one matter, in complaints and in titles of points. */
const TOPICS: readonly RegExp[] = [
  /\b(leak|water|wet|damp|drip|stain|mould)/i,
  /\b(burn|smoke|smell|hot|heat|fire|melt|char)/i,
  /\b(trip|breaker|fuse|error|alarm|switch(es|ed)? off)/i,
  /\b(snow|ice|slab|avalanche)/i,
  /\b(tree|shade|shadow|chimney)/i,
  /\b(bird|nest|marten|dropping|insect|wasp|mice|mouse)/i,
  /\b(storm|wind|gale|loose|lifted|rattl|crooked|fallen|fell)/i,
  /\b(bill|meter|export|tariff|invoice)/i,
  /\b(dirt|dust|pollen|clean|lichen|soil)/i,
  /\b(hail|crack|glass|broken|shatter)/i,
  /\b(shock|tingl|live|earth|ground(ed|ing))/i,
  /\b(portal|app|internet|router|data|display)/i,
  /\b(battery|generator|off-?grid)/i,
];

/** What a case is about. */
export interface CaseMatter {
  /** In the words of whoever complained. */
  complaint: string;
  /** Causes that the data show, with how sure they are and whether they are over. */
  causes: readonly { cause: CauseId; confidence: number; ended: boolean }[];
}

/** What a diagnosis says of a case: what it holds for likely, and what is worth a test. */
export function diagnosedCauses({ causes, suspects }: Pick<Diagnosis, "causes" | "suspects">): CaseMatter["causes"] {
  return [...causes, ...suspects].map(({ cause, confidence, to }) => ({ cause, confidence, ended: to !== null }));
}

/** How much complaint and data speak for looking at a point, whatever its rank; 0 where they say nothing of it. */
export function casesWeight({ title, speaksFor }: Point, { complaint, causes }: CaseMatter): number {
  const byCauses = speaksFor.reduce((sum, { cause, weight }) => {
    const its = causes.filter((one) => one.cause === cause);
    const sure = Math.max(0, ...its.map(({ confidence, ended }) => confidence * (ended ? COUNTS.ended : 1)));
    return sum + COUNTS.byCause * weight * sure;
  }, 0);
  const meant = TOPICS.some((topic) => topic.test(complaint) && topic.test(title));
  return Math.min(COUNTS.mostByCauses, byCauses) + (meant ? COUNTS.byTopic : 0);
}

/** How much a point matters for a case; only the order of these means anything. */
export function mattering(point: Point, matter: CaseMatter): number {
  return point.rank + (point.condition ? COUNTS.byCondition : 0) + casesWeight(point, matter);
}
