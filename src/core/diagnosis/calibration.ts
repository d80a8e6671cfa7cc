import { CAUSES } from "../causes/causes";
import { round } from "../round";
import { intervalKwh } from "../series/energy";
import { dayName } from "../series/localDay";
import type { UnitState } from "../signatures/signature";
import type { CalibrationOffer } from "./overviewSchema";
import type { ToldSite } from "./standing";

const DAYS = 7;
/** A week tells something if this share of its light was measured, and it yielded this much a day. */
const LEAST_KNOWN_SHARE = 0.9;
const LEAST_KWH_PER_KWP_DAY = 1.2;
const LEAST_WEEKS = 3;
/** Further from one than nameplate tolerance, sensor class and model can lead: then something is wrong, and calibrating would hide it. */
const MOST_OFF = 0.1;

/** What each measured unit's healthy weeks say of the model: weeks in which no cause stands and most light was measured. */
export function calibrationOffers(run: ToldSite): CalibrationOffer[] {
  return run.states.map((state) => offerFor(run, state));
}

function offerFor(run: ToldSite, state: UnitState): CalibrationOffer {
  const { comparison, diagnosis } = run;
  const { grid, days } = comparison;
  const { unit, unusable } = state;
  const mine = new Set([
    "site",
    unit.scope,
    ...unit.strings.flatMap(({ id, plane }) => [id, plane]),
    ...unit.inverters.map(({ id }) => id),
  ]);
  const troubled = diagnosis.causes
    .filter((cause) => CAUSES[cause.cause].kind !== "design" && (mine.has(cause.scope) || cause.scope.startsWith("meter.")))
    .map((cause) => ({ from: Date.parse(cause.from), to: cause.to === null ? Number.POSITIVE_INFINITY : Date.parse(cause.to) }));
  const ratios: number[] = [];
  const weights: number[] = [];
  let [firstRow, lastRow] = [-1, -1];
  let expectedKwh = 0;
  for (let row = 0; row < days.days.length; row += DAYS) {
    const end = Math.min(row + DAYS, days.days.length);
    let [expected, measured, lit, known] = [0, 0, 0, 0];
    for (let i = days.firsts[row]; i < days.firsts[end]; i++) {
      const watts = unit.expectedW[i];
      if (!(watts > 0)) continue;
      lit++;
      expectedKwh += intervalKwh(watts, grid.stepMs);
      if (unusable[i] !== 0) continue;
      known++;
      expected += intervalKwh(watts, grid.stepMs);
      measured += intervalKwh(Math.max(0, unit.measuredW[i]), grid.stepMs);
    }
    const startMs = grid.startMs + days.firsts[row] * grid.stepMs;
    const endMs = grid.startMs + days.firsts[end] * grid.stepMs;
    const healthy = !troubled.some(({ from, to }) => from < endMs && to > startMs);
    const enough = expected >= (LEAST_KWH_PER_KWP_DAY * (end - row) * unit.nameplateW) / 1000;
    if (end - row < DAYS || !healthy || !enough || known < LEAST_KNOWN_SHARE * lit) continue;
    ratios.push(measured / expected);
    weights.push(expected);
    if (firstRow < 0) firstRow = row;
    lastRow = end - 1;
  }
  const total = weights.reduce((sum, weight) => sum + weight, 0);
  const factor = total > 0 ? ratios.reduce((sum, ratio, k) => sum + ratio * weights[k], 0) / total : 1;
  const spread = Math.sqrt(ratios.reduce((sum, ratio) => sum + (ratio - factor) ** 2, 0) / Math.max(1, ratios.length - 1));
  return {
    scope: unit.scope,
    factor: round(factor, 4),
    errorPct: round((100 * spread) / Math.sqrt(Math.max(1, ratios.length)), 2),
    weeks: ratios.length,
    from: firstRow < 0 ? "" : dayName(days.days[firstRow]),
    to: lastRow < 0 ? "" : dayName(days.days[lastRow]),
    expectedKwh: round(expectedKwh, 2),
    refusal: refusalOf(ratios.length, factor),
  };
}

function refusalOf(weeks: number, factor: number): string | null {
  if (weeks < LEAST_WEEKS)
    return `${weeks === 0 ? "No healthy week" : `Only ${weeks} healthy weeks`} in the data; ${LEAST_WEEKS} are needed.`;
  if (Math.abs(factor - 1) > MOST_OFF) {
    return `${factor.toFixed(3)} is further from 1 than nameplate, sensor and model can lead: find out why before calibrating.`;
  }
  return null;
}
