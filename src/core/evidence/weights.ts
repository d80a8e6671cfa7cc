import { DAY_MS } from "../constants";
import type { Severity } from "../inspection/severity";

/** Share of a point's weight that each severity carries: a point grades by what a "fix" says; a sound one speaks mildly against. */
export const SEVERITY_SHARE: Record<Severity, number> = { stop: 1.2, fix: 1, watch: 0.35, sound: -0.35 };

/** Each number decides something, and has its argument beside it. Weights are log odds (natural logarithm). */
export const EVIDENCE = {
  /** From so much on a thing that was seen or measured shows a cause at its place: odds of nearly three to one. */
  shows: 1,
  /** A failed reading that speaks for a cause by this and more makes it stand by itself; less is a suspicion: a low current has many reasons. */
  standsAlone: 1.5,
  /** What shows one place has to lead the next by so much before the scope is narrowed to it. */
  leads: 0.5,
  /** From so much against, a place is acquitted: odds of twelve to one, more than what a look alone gives. */
  acquits: -2.5,
  /** Of something seen at a larger place, for the one part of it that the data name: several parts share what was seen. */
  fromOutside: 0.6,
  /** Of what was seen when the data were over: the cause may have come or gone since. */
  outsidePeriod: 0.5,
  /** The data would show what takes so much, and don't: as a sound reading would speak. */
  unseenInData: -1.5,
  /** A fault needs some days of light before the data show it. */
  daysToShow: 4,
  /** Clocks on site and in the data, and a day's work, differ by less. */
  slackMs: DAY_MS,
  /** From so much on a cause that only the site shows can't have been overlooked by the data. */
  sure: 3,
} as const;
