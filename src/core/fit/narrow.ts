import { moduleTypeOf } from "../site/lookups";
import type { Axis } from "./axis";
import type { Layer } from "./layers";

/** Currents that say something, of the rated one. */
const LEAST_CURRENT = 0.1;
/** An effect has to vary by so much, as a logarithm, for currents to echo it. */
const LEAST_EFFECT = 0.015;
const LEAST_POINTS = 40;

/**
 * Which of a unit's strings an effect belongs to, told by the strings' powers against each other, or by their currents where voltages aren't told: only the one that has it
 * carries its pattern. (What passes by modules through their diodes lowers a string's voltage and leaves its current.)
 * @param layer a share of the DC power of the unit, or of one of its strings
 * @returns the string; null where all carry it alike, or neither is told
 */
export function echoOf(axis: Axis, layer: Layer): string | null {
  const { unit } = axis.units[layer.unit];
  const { strings } = unit;
  const n = strings.length;
  if (n < 2 || !strings.every(({ id }) => unit.stringAmps.has(id))) return null;
  const effect = layer.values.map((value) => Math.log(Math.max(0.05, value)));
  const withVolts = strings.every(({ id }) => unit.stringVolts.has(id));
  const ratios = strings.map((pvString) => {
    const { impA, vmpV } = moduleTypeOf(axis.comparison.site, pvString);
    const amps = unit.stringAmps.get(pvString.id) as Float64Array;
    const volts = withVolts ? (unit.stringVolts.get(pvString.id) as Float64Array) : null;
    const nominalV = vmpV * pvString.modules;
    return toldRatio(axis, pvString.plane, impA, volts ? amps.map((amp, i) => (amp * volts[i]) / nominalV) : amps);
  });
  // Of what is left after the strings' mean, how much goes with the effect.
  const sums = strings.map(() => ({ y: 0, xy: 0 }));
  let [count, x, xx] = [0, 0, 0];
  for (let p = 0; p < axis.count; p++) {
    let mean = 0;
    for (const ratio of ratios) mean += ratio[p] / n;
    if (Number.isNaN(mean)) continue;
    count++;
    x += effect[p];
    xx += effect[p] ** 2;
    ratios.forEach((ratio, k) => {
      sums[k].y += ratio[p] - mean;
      sums[k].xy += effect[p] * (ratio[p] - mean);
    });
  }
  const spread = xx - (x * x) / Math.max(1, count);
  if (count < LEAST_POINTS || spread < count * LEAST_EFFECT ** 2) return null;
  const slopes = sums.map(({ y, xy }) => (xy - (x * y) / count) / spread);
  const [largest, next] = [...slopes].sort((a, b) => b - a);
  // One string that has all of it stands out by the whole effect: by that of the string, or n times that of the unit.
  return largest - next > 0.5 * (layer.strings ? 1 : n) ? strings[slopes.indexOf(largest)].id : null;
}

/** Logarithm of what a string gives over what its light should have it give, as a current. @param ratedA in full light */
function toldRatio({ comparison, interval, per }: Axis, plane: string, ratedA: number, gives: Float64Array) {
  const light = comparison.expected.planes.get(plane)?.effectiveWm2 as Float64Array;
  return Float64Array.from(interval, (first) => {
    let [sum, could] = [0, 0];
    for (let i = first; i < Math.min(gives.length, first + per); i++) {
      sum += gives[i];
      could += (ratedA * light[i]) / 1000;
    }
    return could > LEAST_CURRENT * ratedA * per && sum > 0.02 * could ? Math.log(sum / could) : Number.NaN;
  });
}
