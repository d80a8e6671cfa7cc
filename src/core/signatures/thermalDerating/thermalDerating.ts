import type { Candidate } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import { pointwise } from "../../fit/pointwise";

/** The cap in air of 25 °C, as a share of the rating, and how fast it falls, % of the rating a degree. */
const AT_25 = { value: 0.9, least: 0.3, most: 1.6, step: 0.1 } as const;
const PCT_PER_C = { value: 2, least: 0.8, most: 8, step: 0.8 } as const;
/** However hot, it doesn't fall further before the inverter switches off. */
const LEAST_CAP = 0.15;
/** Of the energy. */
const LEAST_SHARE = 0.006;

/** `thermal-derating`: above a line that falls as the air warms the output is cut off, and nowhere else. */
export function proposeThermalDerating(fit: Fit): Candidate[] {
  const { axis } = fit;
  return axis.units.flatMap(({ unit }, index): Candidate[] => {
    if (!someMissing(fit, index)) return [];
    const cap = (air: number, [at25, pct]: readonly number[]) => unit.acRatedW * Math.max(LEAST_CAP, at25 - (pct / 100) * (air - 25));
    return [
      {
        ...{ cause: "thermal-derating", scope: unit.scope, price: 3, bonus: 0, leastShare: LEAST_SHARE },
        parameters: [
          { name: "at25", ...AT_25 },
          { name: "pctPerC", ...PCT_PER_C },
        ],
        // A cap that hardly falls is a limit, and no heat's.
        believable: ([, pct]) => pct > 1.1 * PCT_PER_C.least,
        layers: (on, values) => [
          {
            unit: index,
            stage: "limit",
            strings: null,
            values: pointwise(on, (p) => (Number.isNaN(on.airTempC[p]) ? Number.POSITIVE_INFINITY : cap(on.airTempC[p], values))),
          },
        ],
        span: (values) => ({ from: firstCut(fit, index, (air) => cap(air, values)), to: null }),
        evidence: ([at25, pct]) => [
          {
            text: `${unit.scope} is cut off above a line that falls by ${pct.toFixed(1)} % of its rating with each degree of the air, ${Math.round(100 * at25)} % at 25 °C; under it nothing is missing`,
            weight: 3,
          },
        ],
        nextTest: `Fan, filter and clearances of ${unit.scope}, and the temperature that it tells at noon`,
      },
    ];
  });
}

/** Whether anything is missing in the best hours. */
function someMissing({ cells, state }: Fit, index: number): boolean {
  let [missing, n] = [0, 0];
  for (let at = index; at < state.left.length; at += cells.units) {
    if (cells.load[at] < 0.5 || Number.isNaN(state.left[at])) continue;
    missing += Math.min(0.5, Math.max(-0.5, state.left[at]));
    n++;
  }
  return n >= 20 && missing < 0;
}

function firstCut({ axis }: Fit, index: number, cap: (air: number) => number): number {
  const { unlimitedW } = axis.units[index];
  const p = unlimitedW.findIndex((watts, k) => watts > 1.03 * cap(axis.airTempC[k]));
  return p < 0 ? 0 : axis.interval[p];
}
