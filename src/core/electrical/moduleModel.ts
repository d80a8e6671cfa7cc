import type { ModuleType } from "../site/siteSchema";
import { type DiodeState, junctionVoltage, maximumPowerPoint, THERMAL_V_PER_K } from "./singleDiode";

const REFERENCE_K = 298.15;
/** Band gap of silicon at 25 °C, eV, and its relative fall per kelvin. Source: De Soto, Klein & Beckman 2006, eq. 10. */
const SILICON_EV = 1.121;
const BAND_GAP_FALL_PER_K = 0.0002677;

/** A module type as a single-diode source: its parameters at 1000 W/m² and 25 °C, and how they change. */
export interface ModuleModel {
  reference: DiodeState;
  /** Diode ideality factor of one cell. */
  ideality: number;
  /** Short-circuit current coefficient, A/K. */
  alphaAPerK: number;
  /** Band gap by which the saturation current follows temperature, eV. */
  bandGapEv: number;
  /** Relative change of the series resistance per kelvin. */
  seriesPerK: number;
  /** Part of the series resistance that is ohmic, 0 to 1; the rest stands for carriers lost in proportion to the light. */
  ohmicShare: number;
  /** Parts of the module with a bypass diode each; 1 where it has none. */
  substrings: number;
  /** Lowest voltage of a whole module in reverse, V: its bypass diodes', or breakdown where it has none. */
  reverseV: number;
}

/** Forward voltage of a conducting bypass diode, V (Schottky). */
const BYPASS_V = 0.5;
/** Reverse breakdown of a cell without bypass, V. Source: Bishop 1988, −15 V for crystalline silicon. */
const BREAKDOWN_V_PER_CELL = 15;

/**
 * Most that ohmic resistance takes of the voltage at the maximum power point; judgement, from modules of crystalline silicon.
 * A fit of low fill factor asks for more, but that isn't ohmic: carriers that recombine on their way out are lost in
 * proportion to the light (Merten et al. 1998), where a resistance would lose less in weak light.
 */
const MOST_OHMIC_SHARE = 0.07;
/** The lost carriers' part is held constant under this irradiance, W/m². */
const LEAST_COLLECTED_WM2 = 1;

const fitted = new Map<string, ModuleModel>();

/**
 * The single-diode model of a module from its data sheet: the five parameters meet the short-circuit, open-circuit and
 * maximum power points and the slope there, the ideality the voltage's temperature coefficient.
 * Where these can't all hold with a shunt that isn't negative (rounded data sheets), the ideality nearest to them is taken
 * and the band gap made to meet the temperature coefficient. The series resistance follows temperature so
 * that power does as the data sheet says.
 * @throws RangeError where no diode at all passes through the points
 * Source: De Soto, Klein & Beckman 2006, eqs 1 to 10; the last two steps are Irradant's own.
 */
export function moduleModel(type: ModuleType): ModuleModel {
  const key = [
    type.pmaxW,
    type.vocV,
    type.iscA,
    type.vmpV,
    type.impA,
    type.gammaPmaxPctPerC,
    type.betaVocPctPerC,
    type.alphaIscPctPerC,
    type.cellsInSeries,
    type.bypassDiodes,
  ].join("/");
  const known = fitted.get(key);
  if (known) return known;
  const made = modelOf(type);
  fitted.set(key, made);
  return made;
}

/**
 * The parameters at an irradiance and a cell temperature, written into `out`.
 * Source: De Soto, Klein & Beckman 2006, eqs 7 to 10; the series resistance over what is ohmic keeps its share of the voltage.
 */
export function diodeStateAt(model: ModuleModel, effectiveWm2: number, cellTempC: number, out: DiodeState): DiodeState {
  const { reference } = model;
  const kelvin = cellTempC + 273.15;
  const warmer = cellTempC - 25;
  const share = Math.max(0, effectiveWm2) / 1000;
  const ratio = kelvin / REFERENCE_K;
  out.photocurrentA = share * (reference.photocurrentA + model.alphaAPerK * warmer);
  out.saturationA = reference.saturationA * saturationGrowth(model.bandGapEv, kelvin);
  const { ohmicShare } = model;
  const bySun = ohmicShare === 1 ? 1 : ohmicShare + (1 - ohmicShare) * (1000 / Math.max(effectiveWm2, LEAST_COLLECTED_WM2));
  out.seriesOhm = Math.max(0, reference.seriesOhm * bySun * (1 + model.seriesPerK * warmer));
  out.shuntS = reference.shuntS * share;
  out.idealityV = reference.idealityV * ratio;
  return out;
}

/** A state to be written into. */
export function emptyDiode(): DiodeState {
  return { photocurrentA: 0, saturationA: 1e-12, seriesOhm: 0, shuntS: 0, idealityV: 1 };
}

function saturationGrowth(bandGapEv: number, kelvin: number): number {
  const ratio = kelvin / REFERENCE_K;
  const gap = bandGapEv * (1 - BAND_GAP_FALL_PER_K * (kelvin - REFERENCE_K));
  return ratio * ratio * ratio * Math.exp(bandGapEv / (THERMAL_V_PER_K * REFERENCE_K) - gap / (THERMAL_V_PER_K * kelvin));
}

function modelOf(type: ModuleType): ModuleModel {
  const cells = cellsOf(type);
  const thermalV = cells * THERMAL_V_PER_K * REFERENCE_K;
  const shape = (ideality: number, reference: DiodeState, bandGapEv: number, seriesPerK: number): ModuleModel => ({
    reference,
    ideality,
    alphaAPerK: (type.alphaIscPctPerC / 100) * type.iscA,
    bandGapEv,
    seriesPerK,
    ohmicShare: Math.min(1, (MOST_OHMIC_SHARE * type.vmpV) / (type.impA * reference.seriesOhm)),
    substrings: Math.max(1, type.bypassDiodes),
    reverseV: type.bypassDiodes > 0 ? -BYPASS_V * type.bypassDiodes : -BREAKDOWN_V_PER_CELL * cells,
  });
  const state = emptyDiode();
  const wantedVocV = type.vocV * (1 + (type.betaVocPctPerC / 100) * 25);
  const vocError = (model: ModuleModel) => openCircuitV(diodeStateAt(model, 1000, 50, state)) - wantedVocV;
  const tried: { ideality: number; reference: DiodeState; error: number }[] = [];
  const attempt = (ideality: number) => {
    const reference = throughThePoints(type, ideality * thermalV);
    if (reference) tried.push({ ideality, reference, error: vocError(shape(ideality, reference, SILICON_EV, 0)) });
    return reference !== null;
  };
  for (let ideality = 0.5; ideality <= 2.2; ideality += 0.02) attempt(ideality);
  if (tried.length === 0) {
    throw new RangeError(`${type.id}: no diode curve passes through ${type.iscA} A, ${type.vmpV} V × ${type.impA} A and ${type.vocV} V`);
  }
  const nearest = () => tried.reduce((best, entry) => (Math.abs(entry.error) < Math.abs(best.error) ? entry : best));
  // The error falls with ideality: close in on the root from the nearest trial on either side.
  for (let step = 0, width = 0.02; step < 16; step++, width /= 2) {
    const best = nearest();
    if (!attempt(best.ideality + (best.error > 0 ? 1 : -1) * (width / 2))) attempt(best.ideality + (best.error > 0 ? -1 : 1) * (width / 2));
  }
  const { ideality, reference } = nearest();
  const bandGapEv = rootOf((gap) => vocError(shape(ideality, reference, gap, 0)), 0.3, 3);
  const wantedW = type.pmaxW * (1 + (type.gammaPmaxPctPerC / 100) * 40);
  const seriesPerK = rootOf(
    (perK) => maximumPowerPoint(diodeStateAt(shape(ideality, reference, bandGapEv, perK), 1000, 65, state)).watts - wantedW,
    -0.02,
    0.05,
  );
  return shape(ideality, reference, bandGapEv, seriesPerK);
}

/** Cells in series that the voltage allows; data sheets of half-cut modules often count all their cells. */
function cellsOf(type: ModuleType): number {
  const { vocV, cellsInSeries, technology } = type;
  return technology !== "thin-film" && vocV / cellsInSeries < 0.45 ? Math.max(1, Math.round(cellsInSeries / 2)) : cellsInSeries;
}

function openCircuitV(state: DiodeState): number {
  return junctionVoltage(0, state.photocurrentA, state.saturationA, state.shuntS, state.idealityV);
}

/** A root between two bounds by bisection; the bound nearer to it where both have the same sign. */
function rootOf(f: (x: number) => number, from: number, to: number): number {
  let [low, high] = [from, to];
  const [atLow, atHigh] = [f(low), f(high)];
  if (atLow * atHigh > 0) return Math.abs(atLow) < Math.abs(atHigh) ? low : high;
  for (let step = 0; step < 50; step++) {
    const middle = (low + high) / 2;
    if (f(middle) * atLow > 0) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}

/**
 * Photocurrent, saturation current, shunt and series resistance of a diode of given ideality through the three points of the
 * data sheet, with the power's maximum at the third. For a given series resistance the other three are the
 * solution of a linear system; the series resistance is searched where the slope is right.
 * @returns null where the shunt or another of them would be negative
 */
function throughThePoints(type: ModuleType, idealityV: number): DiodeState | null {
  const { vocV, iscA, pmaxW } = type;
  // A rounded sheet's power, voltage and current disagree by some tenths of a percent; the power is kept and the rest shared out.
  const share = Math.sqrt(pmaxW / (type.vmpV * type.impA));
  const vmpV = type.vmpV * share;
  const impA = Math.min(type.impA * share, 0.999 * iscA);
  const solve = (seriesOhm: number): DiodeState | null => {
    const scV = iscA * seriesOhm;
    const mpV = vmpV + impA * seriesOhm;
    const [sc, oc, mp] = [Math.expm1(scV / idealityV), Math.expm1(vocV / idealityV), Math.expm1(mpV / idealityV)];
    // Differences to the open circuit take the photocurrent out: two equations in saturation current and shunt.
    const [a1, b1] = [oc - sc, vocV - scV];
    const [a2, b2] = [oc - mp, vocV - mpV];
    const det = a1 * b2 - a2 * b1;
    const saturationA = (iscA * b2 - impA * b1) / det;
    const shuntS = (a1 * impA - a2 * iscA) / det;
    if (!(saturationA > 0) || !(shuntS >= 0)) return null;
    return { photocurrentA: saturationA * oc + vocV * shuntS, saturationA, seriesOhm, shuntS, idealityV };
  };
  const slopeError = (state: DiodeState) => {
    const conductance = (state.saturationA / idealityV) * Math.exp((vmpV + impA * state.seriesOhm) / idealityV) + state.shuntS;
    return conductance / (1 + state.seriesOhm * conductance) - impA / vmpV;
  };
  const most = (vocV - vmpV) / impA;
  let before: DiodeState | null = null;
  let last: DiodeState | null = null;
  for (let k = 0; k <= 60; k++) {
    const now = solve((most * k) / 60);
    if (now) last = now;
    if (now && before && slopeError(now) * slopeError(before) <= 0) {
      const seriesOhm = rootOf(
        (ohm) => {
          const state = solve(ohm);
          return state ? slopeError(state) : Number.NaN;
        },
        before.seriesOhm,
        now.seriesOhm,
      );
      return solve(seriesOhm);
    }
    before = now;
  }
  // No maximum exactly at the third point with a positive shunt: the curve with the least shunt comes closest.
  return last && Math.abs(slopeError(last)) < 0.1 * (impA / vmpV) ? last : null;
}
