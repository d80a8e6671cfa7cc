import type { CauseId } from "../causes/causes";
import type { Reading } from "../formats/readingFile";

export type Quantity = { value: number; unit: string };

/** What a reading is worth, as `irradant-verdict/1` tells it. */
export interface Judgement {
  verdict: "pass" | "fail" | "inconclusive";
  measured: Quantity;
  /** What a sound one would have read; null where there is no such figure. */
  expected: Quantity | null;
  limit: { min?: number; max?: number; unit: string } | null;
  /** Measured against expected, %. */
  deviationPct: number | null;
  /** Why it is so; of an inconclusive one, what to do instead. */
  reasons: string[];
  cautions: string[];
  source: string;
}

export interface Verdict extends Judgement {
  format: "irradant-verdict/1";
  kind: Reading["kind"];
}

/** What a reading says of a cause: log odds (natural logarithm), positive for it. */
export interface Speaks {
  cause: CauseId;
  weight: number;
}

/** Why someone can be hurt, and what to do at once. */
export interface Danger {
  why: string;
  do: string;
}

export type ReadingOf<Kind extends Reading["kind"]> = Extract<Reading, { kind: Kind }>;

/** A kind of reading: how it is judged, and what it says. */
export interface ReadingKind<Kind extends Reading["kind"]> {
  kind: Kind;
  /** As people call it, for a line of evidence. */
  title: string;
  judge(reading: ReadingOf<Kind>): Judgement;
  /**
   * Causes that it speaks for or against; each weight has its argument beside it. Those that it bears on at all are named by `bearsOn`, so that an
   * inconclusive one has a place to stand.
   */
  speaks?(reading: ReadingOf<Kind>, judgement: Judgement): Speaks[];
  bearsOn: readonly CauseId[];
  danger?(reading: ReadingOf<Kind>, judgement: Judgement): Danger | null;
}

/** Measured against expected, %; null where nothing is expected. */
export function deviationPct(measured: number, expected: number): number | null {
  return expected === 0 ? null : (100 * (measured - expected)) / expected;
}
