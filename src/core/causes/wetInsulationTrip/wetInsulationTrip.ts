import type { Comparison } from "../../comparison/compare";
import { HOUR_MS } from "../../constants";
import type { SnowChance } from "../../losses/snowCover";
import type { Signature, UnitState } from "../../signatures/signature";
import { NOTHING_SHARE, SURE_SHARE, weakW } from "../inverterOutage/inverterOutage";
import { wetInsulationTrip as ABOUT } from "./about";

/** So long after rain wiring may still be wet; and so many hours of good light it takes to dry, however long they are in coming. */
const WET_MS = 8 * HOUR_MS;
const DRYING_MS = 5 * HOUR_MS;
/** Stops on fewer days than this are chance; on one less they aren't where it stopped on every wet day since, and on no other. */
const LEAST_DAYS = 3;
const LEAST_DAYS_EACH_TIME = 2;
/** An ordinary stop is as often in the wet as the weather is; one of moisture nearly always. A wet share of stops is told as moisture's where that is this much likelier. */
const WET_SHARE = 0.9;
const LEAST_LOG_RATIO = 3;
/** The most that stops of one wet spell weigh: it may be a storm that took the grid. */
const ONE_SPELL = 3;

/**
 * `wet-insulation-trip` out of stops that come with rain: the stops of a unit are taken as one of moisture where their times in the wet
 * are much likelier by it than by chance. Days stand for themselves: intervals of one day aren't independent.
 * @param stops the unit's outages; those whose intervals are claimed are looked at
 * @returns one trip in place of the stops, or the stops as they were; what stopped in the wet then says that it may have been moisture
 */
export function wetTrips(comparison: Comparison, state: UnitState, snow: SnowChance, all: readonly Signature[]): Signature[] {
  const { rainMm } = comparison.weather;
  if (!rainMm) return [...all];
  const wets = [afterRain(comparison, rainMm), untilDry(comparison, state, rainMm)];
  const [best] = wets.flatMap((wet) => tripOf(comparison, state, snow, all, wet) ?? []).sort((a, b) => b.logRatio - a.logRatio);
  if (!best) return all.map((stop) => (wets.some((wet) => cameInWet(stop, state, wet)) ? perhapsMoist(stop) : stop));
  claimWeakLight(state, best.wet, snow);
  return best.signatures;
}

/** Whether a stop that came back was mostly in the wet: too few of them to be told as moisture's, and none that rules it out. */
function cameInWet({ cause, from, to }: Signature, { unit, claimed }: UnitState, wet: Uint8Array): boolean {
  if (cause !== "inverter-outage" || to === null) return false;
  let [lit, wetLit] = [0, 0];
  for (let i = from; i < to; i++) {
    if (!claimed[i] || !(unit.expectedW[i] > SURE_SHARE * unit.acRatedW)) continue;
    lit++;
    wetLit += wet[i];
  }
  return wetLit > lit / 2;
}

function perhapsMoist(stop: Signature): Signature {
  return {
    ...stop,
    evidence: [...stop.evidence, { text: `It was wet then and came back: "${ABOUT.title}" looks the same, so seldom`, weight: 0 }],
  };
}

/** Intervals in the hours after rain. */
function afterRain({ grid }: Comparison, rainMm: Float64Array): Uint8Array {
  const reach = Math.round(WET_MS / grid.stepMs);
  const wet = new Uint8Array(grid.count);
  for (let i = 0; i < grid.count; i++) if (rainMm[i] > 0) wet.fill(1, i, Math.min(grid.count, i + reach + 1));
  return wet;
}

/** Intervals from rain until there was light enough to dry: in a dark season for days. */
function untilDry({ grid }: Comparison, { unit }: UnitState, rainMm: Float64Array): Uint8Array {
  const wet = new Uint8Array(grid.count);
  let toDryMs = 0;
  for (let i = 0; i < grid.count; i++) {
    if (rainMm[i] > 0) toDryMs = DRYING_MS;
    wet[i] = toDryMs > 0 ? 1 : 0;
    if (unit.expectedW[i] > SURE_SHARE * unit.acRatedW) toDryMs -= grid.stepMs;
  }
  return wet;
}

interface Trip {
  logRatio: number;
  wet: Uint8Array;
  signatures: Signature[];
}

/** The stops as one of moisture where that is much likelier than chance; null where it isn't. */
function tripOf(comparison: Comparison, state: UnitState, snow: SnowChance, all: readonly Signature[], wet: Uint8Array): Trip | null {
  const { unit } = state;
  const { days, expected } = comparison;
  const lasting = all.filter((stop) => stop.cause !== "inverter-outage" || lasts(comparison, state, stop, wet));
  const stops = all.filter((stop) => stop.cause === "inverter-outage" && !lasting.includes(stop));
  if (stops.length === 0) return null;
  const within = (i: number) => stops.some(({ from, to }) => i >= from && i < (to ?? wet.length));
  let [stopDays, wetStopDays, litDays, wetDays, withstood] = [0, 0, 0, 0, 0];
  for (let row = 0; row < days.days.length; row++) {
    let [lit, wetLit, stopped, wetStopped] = [0, 0, 0, 0];
    for (let i = days.firsts[row]; i < days.firsts[row + 1]; i++) {
      if (!(unit.expectedW[i] > SURE_SHARE * unit.acRatedW) || Number.isNaN(unit.measuredW[i]) || expected.sun.litShare[i] <= 0) continue;
      lit++;
      wetLit += wet[i];
      if (unit.measuredW[i] > NOTHING_SHARE * unit.acRatedW || !within(i)) continue;
      stopped++;
      wetStopped += wet[i];
    }
    if (lit === 0) continue;
    litDays++;
    if (wetLit > lit / 2) wetDays++;
    if (stopped === 0) {
      const first = days.firsts[row];
      if (wetLit > lit / 2 && first > stops[0].from && !snow.possible[first]) withstood++;
      continue;
    }
    stopDays++;
    if (wetStopped > stopped / 2) wetStopDays++;
  }
  const eachTime = withstood === 0 && wetStopDays === stopDays;
  if (stopDays < (eachTime ? LEAST_DAYS_EACH_TIME : LEAST_DAYS)) return null;
  const chance = Math.min(0.95, Math.max(0.05, wetDays / Math.max(1, litDays)));
  const dryStopDays = stopDays - wetStopDays;
  const logRatio = wetStopDays * Math.log(WET_SHARE / chance) + dryStopDays * Math.log((1 - WET_SHARE) / (1 - chance));
  if (logRatio < LEAST_LOG_RATIO) return null;
  const last = stops[stops.length - 1];
  const trip: Signature = {
    ...{ cause: "wet-insulation-trip", scope: unit.scope, from: stops[0].from, to: last.to },
    lossKwh: 0,
    evidence: [
      {
        text: `${unit.scope} stopped on ${stopDays} days, on ${wetStopDays} of them in the wet, while ${Math.round(chance * 100)} % of all days are`,
        weight: Math.min(stopDays < LEAST_DAYS ? ONE_SPELL : 7, logRatio),
      },
      { text: "It came back by itself each time", weight: 0.7 },
      ...(stopDays < LEAST_DAYS ? [{ text: "Since then it withstood no wet day that snow doesn't hide", weight: 1 }] : []),
    ],
    nextTest: `Insulation resistance of the strings of ${unit.scope} against earth, while it is wet`,
  };
  return { logRatio, wet, signatures: [...lasting, trip] };
}

/** Where it is known to trip in the wet, what stood still in the wet did so too, however weak the light; unless snow may have hidden it. */
function claimWeakLight(state: UnitState, wet: Uint8Array, snow: SnowChance): void {
  const { unit, unusable, claimed } = state;
  const weak = weakW(state);
  for (let i = 0; i < wet.length; i++) {
    if (wet[i] && !snow.possible[i] && unusable[i] === 0 && unit.expectedW[i] >= weak && unit.measuredW[i] <= NOTHING_SHARE * unit.acRatedW)
      claimed[i] = 1;
  }
}

/** A stop that goes on for days, through the dry as well: moisture's ends when it has dried. */
const LASTING_MS = 60 * HOUR_MS;
const LEAST_DRY = 0.5;

function lasts({ grid }: Comparison, { unit }: UnitState, { from, to }: Signature, wet: Uint8Array): boolean {
  const end = to ?? grid.count;
  if ((end - from) * grid.stepMs < LASTING_MS) return false;
  let [lit, dry] = [0, 0];
  for (let i = from; i < end; i++) {
    if (unit.measuredW[i] > NOTHING_SHARE * unit.acRatedW) return false;
    if (!(unit.expectedW[i] > SURE_SHARE * unit.acRatedW)) continue;
    lit++;
    dry += 1 - wet[i];
  }
  return dry > LEAST_DRY * lit;
}
