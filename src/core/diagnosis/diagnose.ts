import { CAUSES } from "../causes/causes";
import { type Comparison, compare, type SourceNames } from "../comparison/compare";
import type { ModelOptions } from "../expected/options";
import type { DiagnosedCause, Diagnosis } from "../formats/diagnosisFile";
import { writeInstant } from "../formats/instant";
import { snowChance } from "../losses/snowCover";
import { round } from "../round";
import { gridEndMs, type Series } from "../series/grid";
import { detectClipping } from "../signatures/clipping/clipping";
import { rightClock } from "../signatures/clockError/clockError";
import { detectCurtailment, withoutHeldBack } from "../signatures/curtailment/curtailment";
import { detectDataGaps, unusableIntervals } from "../signatures/dataGap/dataGap";
import { detectInverterOutage } from "../signatures/inverterOutage/inverterOutage";
import { detectModuleConverterFailed } from "../signatures/moduleConverterFailed/moduleConverterFailed";
import { rightScale } from "../signatures/scaleError/scaleError";
import { detectSensorError } from "../signatures/sensorError/sensorError";
import { intervalKwh, type Signature, type UnitState } from "../signatures/signature";
import { detectSnow, ofTheSite, oneStory } from "../signatures/snow/snow";
import { detectSoiling } from "../signatures/soiling/soiling";
import { detectStartThreshold } from "../signatures/startThreshold/startThreshold";
import { deadByCurrent } from "../signatures/stringOpen/byCurrent";
import { stateByDay } from "../signatures/stringOpen/byLevel";
import { stringOpenByCurrent, stringOpenByLevel } from "../signatures/stringOpen/stringOpen";
import { detectInStringVoltage } from "../signatures/stringVoltage/stringVoltage";
import { wetTrips } from "../signatures/wetInsulationTrip/wetInsulationTrip";
import { stringNameplateW } from "../site/lookups";
import type { SiteFile, Tariff } from "../site/siteSchema";

/** A diagnosis with what it was told from, for charts. */
export interface DiagnosisRun {
  diagnosis: Diagnosis;
  comparison: Comparison;
  states: UnitState[];
}

/**
 * What a site lost, and to which causes.
 * @param names file names for errors
 * @throws FormatError where the files can't be compared
 */
export function diagnose(site: SiteFile, weather: Series, production: Series, names: SourceNames, options?: ModelOptions): DiagnosisRun {
  // What the files have wrong is put right on copies before anything is held against the light: the clock first, then factors.
  const { comparison: timed, signatures: clocks } = rightClock(compare(site, weather, production, names, options));
  const { comparison, signatures: scales } = rightScale(timed);
  const snow = snowChance(comparison.weather);
  const states: UnitState[] = comparison.units.map((unit) => ({
    unit,
    unusable: unusableIntervals(comparison, unit),
    claimed: new Uint8Array(comparison.grid.count),
    aliveW: unit.expectedW,
    healthyRatio: 1,
  }));
  const signatures = [...clocks, ...scales, ...detectDataGaps(comparison, states)];
  signatures.push(...withoutHeldBack(comparison, states, () => states.flatMap((state) => detectInUnit(comparison, state, snow))));
  signatures.push(...detectSensorError(comparison, states), ...detectSoiling(comparison, states));
  // What is built so explains what is left, the narrowest limit first.
  for (const state of states) signatures.push(...detectClipping(comparison, state), ...detectStartThreshold(comparison, state));
  signatures.push(...detectCurtailment(comparison, states));
  return { diagnosis: assemble(comparison, states, ofTheSite(signatures, states)), comparison, states };
}

/** Detectors in the order in which they may claim an interval: the surest and most complete explanation first. */
function detectInUnit(comparison: Comparison, state: UnitState, snow: ReturnType<typeof snowChance>): Signature[] {
  const { unit } = state;
  // A first pass of the outages keeps dead hours out of the own ratio; it is repeated with the ratio found.
  detectInverterOutage(comparison, state, snow);
  const dead = deadByCurrent(comparison, state);
  const everyStringMeasured = unit.strings.every((pvString) => unit.stringAmps.has(pvString.id));
  if (dead.size > 0) state.aliveW = aliveOutput(state, dead);
  const found = stateByDay(comparison, state, snow, everyStringMeasured);
  state.healthyRatio = found.healthyRatio;
  state.claimed.fill(0);
  const outages = detectInverterOutage(comparison, state, snow);
  const snows = detectSnow(comparison, state, snow, found.covered);
  const strings = [
    ...stringOpenByCurrent(comparison, state, dead),
    ...(everyStringMeasured ? [] : stringOpenByLevel(comparison, state, found, found.cuts, found.yieldKwhPerKwp)),
  ];
  return [
    ...wetTrips(comparison, state, outages),
    ...oneStory(snows),
    ...strings,
    ...detectModuleConverterFailed(comparison, state),
    ...detectInStringVoltage(comparison, state),
  ];
}

/** Expected output of a unit with strings left out while they are known to be dead. */
function aliveOutput(state: UnitState, dead: ReadonlyMap<string, { from: number; to: number }[]>): Float64Array {
  const { unit } = state;
  const out = unit.expectedW.slice();
  const edges = new Set<number>([0, out.length]);
  for (const runs of dead.values()) for (const run of runs) edges.add(run.from).add(run.to);
  const sorted = [...edges].sort((a, b) => a - b);
  for (let k = 1; k < sorted.length; k++) {
    const [from, to] = [sorted[k - 1], sorted[k]];
    const cut = new Set([...dead].filter(([, runs]) => runs.some((run) => run.from <= from && run.to >= to)).map(([id]) => id));
    if (cut.size > 0) out.set(unit.withoutStrings(cut).subarray(from, to), from);
  }
  return out;
}

/** What a lost kilowatt-hour is worth: part would have been used on site, the rest fed in. */
export function valuePerKwh(tariff: Tariff): number {
  return tariff.selfUseShare * tariff.importPerKwh + (1 - tariff.selfUseShare) * tariff.exportPerKwh;
}

function assemble(comparison: Comparison, states: readonly UnitState[], signatures: readonly Signature[]): Diagnosis {
  const { grid, site } = comparison;
  let expectedKwh = 0;
  let measuredKwh = 0;
  let referenceKwh = 0;
  for (const { unit, unusable } of states) {
    const shares = unit.strings.map((pvString) => ({
      kw: stringNameplateW(site, pvString) / 1000,
      poaWm2: comparison.expected.planes.get(pvString.plane)?.poaWm2 as Float64Array,
    }));
    for (let i = 0; i < grid.count; i++) {
      if (unusable[i] !== 0) continue;
      expectedKwh += intervalKwh(unit.unlimitedW[i], grid.stepMs);
      measuredKwh += intervalKwh(Math.max(0, unit.measuredW[i]), grid.stepMs);
      for (const { kw, poaWm2 } of shares) referenceKwh += intervalKwh(kw * poaWm2[i], grid.stepMs);
    }
  }
  // Told is what was reported: a wrong factor's part was put right above.
  measuredKwh -= signatures.reduce((sum, { cause, lossKwh }) => (cause === "scale-error" ? sum + lossKwh : sum), 0);
  const lossKwh = expectedKwh - measuredKwh;
  const causes = signatures.map((signature) => diagnosedCause(signature, grid.startMs, grid.stepMs)).sort((a, b) => b.lossKwh - a.lossKwh);
  const explained = causes.reduce((sum, cause) => sum + cause.lossKwh, 0);
  return {
    format: "irradant-diagnosis/1",
    site: site.id,
    period: { from: writeInstant(grid.startMs), to: writeInstant(gridEndMs(grid)) },
    energy: {
      expectedKwh: round(expectedKwh),
      measuredKwh: round(measuredKwh),
      lossKwh: round(lossKwh),
      unexplainedKwh: round(lossKwh - explained),
      performanceRatio: referenceKwh > 0 ? round(measuredKwh / referenceKwh, 4) : null,
      performanceIndex: expectedKwh > 0 ? round(measuredKwh / expectedKwh, 4) : null,
      moneyLost: site.tariff ? round(Math.max(0, lossKwh) * valuePerKwh(site.tariff), 2) : null,
      currency: site.tariff?.currency ?? null,
    },
    healthy: causes.every((cause) => CAUSES[cause.cause].kind === "design"),
    causes,
  };
}

function diagnosedCause(signature: Signature, startMs: number, stepMs: number): DiagnosedCause {
  const logOdds = signature.evidence.reduce((sum, { weight }) => sum + weight, CAUSES[signature.cause].priorLogOdds);
  return {
    cause: signature.cause,
    scope: signature.scope,
    from: writeInstant(startMs + signature.from * stepMs),
    to: signature.to === null ? null : writeInstant(startMs + signature.to * stepMs),
    lossKwh: round(signature.lossKwh),
    confidence: round(1 / (1 + Math.exp(-logOdds)), 3),
    evidence: signature.evidence.map(({ text, weight }) => ({ text, weight: round(weight, 2) })),
    nextTest: signature.nextTest,
    ...signature.told,
  };
}
