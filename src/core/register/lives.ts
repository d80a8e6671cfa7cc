import type { PartKind } from "../changes/partFields";

/** How long parts of a kind last. */
export interface Life {
  /** Years after which one in ten has been replaced, and nine in ten. */
  earlyYears: number;
  lateYears: number;
  source: string;
}

const TASK_12 = "IEA PVPS Task 12 (2020), Methodology Guidelines on Life Cycle Assessment, 4th ed.";

/**
 * Lives of parts. What a guideline gives as one number (30 years of modules, racking and cables, 15 of small inverters) is taken as the middle; the
 * spread about it is what field studies and guarantees leave room for.
 */
export const LIVES: Record<PartKind, Life> = {
  module: { earlyYears: 20, lateYears: 40, source: `${TASK_12}: 30 years; guarantees of power mostly end after 25` },
  inverter: { earlyYears: 9, lateYears: 21, source: `${TASK_12}: 15 years for small plants` },
  converter: { earlyYears: 12, lateYears: 28, source: "guarantees of 12 to 25 years; no long field study, so that the spread is wide" },
  isolator: { earlyYears: 8, lateYears: 25, source: "IEC 60947-3 says nothing of age; outdoors water decides, so that the spread is wide" },
  protector: { earlyYears: 7, lateYears: 20, source: "IEC 61643-31: worn by each surge; makers ask for a look every four years or less" },
  mount: { earlyYears: 20, lateYears: 45, source: `${TASK_12}: 30 years on roofs` },
  rail: { earlyYears: 22, lateYears: 45, source: `${TASK_12}: 30 years on roofs` },
  cable: { earlyYears: 18, lateYears: 40, source: `${TASK_12}: 30 years; EN 50618 asks for 25 at 90 °C` },
  meter: { earlyYears: 8, lateYears: 20, source: "national rules on verification, mostly 8 to 16 years for electronic meters" },
  battery: { earlyYears: 7, lateYears: 16, source: "guarantees of 10 years or a number of cycles; calendar ageing of lithium cells" },
  gateway: { earlyYears: 4, lateYears: 14, source: "like other small computers; mobile networks that are switched off end some earlier" },
};

/** ln(ln 10 / −ln 0.9): what a Weibull distribution's tenth and ninetieth hundredth are apart by, times its shape. */
const APART = Math.log(Math.log(10) / -Math.log(0.9));

/** A Weibull distribution through both years of a life (Weibull 1951). */
function weibull({ earlyYears, lateYears }: Life): { shape: number; scaleYears: number } {
  const shape = APART / Math.log(lateYears / earlyYears);
  return { shape, scaleYears: lateYears / Math.log(10) ** (1 / shape) };
}

/** Share of parts of a kind that are still in service after so many years, 0 to 1. */
export function inServiceAfter(life: Life, years: number): number {
  const { shape, scaleYears } = weibull(life);
  return Math.exp(-((Math.max(0, years) / scaleYears) ** shape));
}

/** The age at which half of them have been replaced, years. */
export function middleYears(life: Life): number {
  const { shape, scaleYears } = weibull(life);
  return scaleYears * Math.log(2) ** (1 / shape);
}

/** How likely a part that has lasted so long is replaced within the next years, 0 to 1. */
export function likelyWithin(life: Life, ageYears: number, withinYears: number): number {
  const now = inServiceAfter(life, ageYears);
  return now > 0 ? 1 - inServiceAfter(life, ageYears + withinYears) / now : 1;
}
