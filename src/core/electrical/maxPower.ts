import type { OperatingPoint } from "./singleDiode";
import type { StringCurve } from "./stringCurve";

/** Voltages between which an inverter's input can look for its maximum power point. */
export interface TrackerWindow {
  minV: number;
  maxV: number;
}

export const OPEN_WINDOW: TrackerWindow = { minV: 0, maxV: Number.POSITIVE_INFINITY };

/** Ratio of the golden section. */
const GOLDEN = (Math.sqrt(5) - 1) / 2;
const SCAN_STEPS = 64;
const DARK: OperatingPoint = { volts: 0, amps: 0, watts: 0 };

/**
 * The highest power that one input can take from strings in parallel, within its window, and where.
 * Below the window it stays at its lower edge, as long as the open circuit reaches it. A tracker is
 * taken to find the global maximum among the steps of a partly shaded curve.
 * @param strings curves that share the input; strings that give nothing may be left out
 */
export function maxPower(strings: readonly StringCurve[], window: TrackerWindow = OPEN_WINDOW): OperatingPoint {
  const lit = strings.filter((curve) => curve.levelsA.length > 0);
  if (lit.length === 0) return DARK;
  if (lit.length === 1) return seriesPoint(lit[0], window);
  return parallelPoint(lit, window);
}

/** One string: the highest sample within the window tells the hump, and the search goes on between its neighbours. */
function seriesPoint(curve: StringCurve, window: TrackerWindow): OperatingPoint {
  if (curve.uniform) {
    const point = curve.uniformPoint();
    if (point.volts >= window.minV && point.volts <= window.maxV) return point;
    return edgePoint([curve], window, point.volts < window.minV);
  }
  const { amps, volts } = curve.samples();
  const last = amps.length - 1;
  const lowestA = volts[0] > window.maxV ? curve.currentAt(window.maxV) : 0;
  const highestA = volts[last] < window.minV ? curve.currentAt(window.minV) : amps[last];
  if (!(highestA > 0)) return DARK;
  let best = -1;
  for (let k = 0; k <= last; k++) {
    if (amps[k] < lowestA || amps[k] > highestA) continue;
    if (best === -1 || amps[k] * volts[k] > amps[best] * volts[best]) best = k;
  }
  const from = best === -1 ? lowestA : Math.max(lowestA, amps[Math.max(0, best - 1)]);
  const to = best === -1 ? highestA : Math.min(highestA, amps[Math.min(last, best + 1)]);
  const found = golden(from, to, (current) => current * curve.voltageAt(current));
  return found.value > 0 ? { amps: found.at, volts: found.value / found.at, watts: found.value } : DARK;
}

/** Strings in parallel share a voltage. Uniform ones have their common maximum between their own; others are scanned. */
function parallelPoint(curves: readonly StringCurve[], window: TrackerWindow): OperatingPoint {
  const exact = (volts: number) => volts * total(curves, volts);
  let low: number;
  let high: number;
  const own = curves.map((curve) => (curve.uniform ? curve.uniformPoint().volts : Number.NaN));
  low = Math.min(...own);
  high = Math.max(...own);
  // Steps, or strings of very different lengths, make more than one maximum.
  if (!(high <= 1.25 * low)) [low, high] = scan(curves, window);
  if (high <= window.minV) return edgePoint(curves, window, true);
  if (low >= window.maxV) return edgePoint(curves, window, false);
  const found = golden(Math.max(low, window.minV), Math.min(high, window.maxV), exact);
  return found.value > 0 ? { volts: found.at, amps: found.value / found.at, watts: found.value } : DARK;
}

/** The voltages on either side of the highest of many points on the sampled curves. */
function scan(curves: readonly StringCurve[], window: TrackerWindow): [number, number] {
  const top = Math.max(...curves.map((curve) => curve.samples().volts[0]));
  const low = Math.max(0.05 * top, window.minV);
  const step = (Math.min(top, window.maxV) - low) / SCAN_STEPS;
  if (!(step > 0)) return [low, low];
  let best = 0;
  let bestPower = Number.NEGATIVE_INFINITY;
  for (let k = 0; k <= SCAN_STEPS; k++) {
    const volts = low + step * k;
    let amps = 0;
    for (const curve of curves) amps += curve.roughCurrentAt(volts);
    if (volts * amps > bestPower) [best, bestPower] = [k, volts * amps];
  }
  return [low + step * Math.max(0, best - 1), low + step * Math.min(SCAN_STEPS, best + 1)];
}

function total(curves: readonly StringCurve[], volts: number): number {
  let amps = 0;
  for (const curve of curves) amps += curve.currentAt(volts);
  return amps;
}

function edgePoint(curves: readonly StringCurve[], window: TrackerWindow, lower: boolean): OperatingPoint {
  const volts = lower ? window.minV : window.maxV;
  const amps = total(curves, volts);
  return amps > 0 ? { volts, amps, watts: volts * amps } : DARK;
}

/** Maximum of a function with one top between two bounds, by golden section. */
function golden(from: number, to: number, f: (x: number) => number): { at: number; value: number } {
  let [a, b] = [from, to];
  let x1 = b - GOLDEN * (b - a);
  let x2 = a + GOLDEN * (b - a);
  let [f1, f2] = [f(x1), f(x2)];
  for (let step = 0; step < 8 && b - a > 1e-4 * Math.abs(b); step++) {
    if (f1 < f2) {
      a = x1;
      [x1, f1] = [x2, f2];
      x2 = a + GOLDEN * (b - a);
      f2 = f(x2);
    } else {
      b = x2;
      [x2, f2] = [x1, f1];
      x1 = b - GOLDEN * (b - a);
      f1 = f(x1);
    }
  }
  return f1 > f2 ? { at: x1, value: f1 } : { at: x2, value: f2 };
}
