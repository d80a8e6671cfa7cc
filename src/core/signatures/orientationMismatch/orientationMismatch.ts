import { inputsOf } from "../../expected/arrayOutput";
import type { Axis } from "../../fit/axis";
import type { Candidate } from "../../fit/candidate";
import type { Fit } from "../../fit/fit";
import { pointwise } from "../../fit/pointwise";
import type { PvString } from "../../site/siteSchema";

/** Of the energy. */
const LEAST_SHARE = 0.01;

/**
 * `orientation-mismatch`: some modules of a string lie on another plane than the papers say. In series, the string works either at the current of its
 * darker part, or past it through the bypass diodes with the brighter part alone: the better of the two.
 */
export function proposeOrientationMismatch({ axis }: Fit): Candidate[] {
  const { site } = axis.comparison;
  return axis.units.flatMap(({ unit }, index) =>
    unit.inverters.some(({ kind }) => kind !== "string")
      ? []
      : unit.strings.flatMap((pvString) =>
          site.planes.filter(({ id }) => id !== pvString.plane).map((other) => candidateOf(axis, index, pvString, other.id)),
        ),
  );
}

function candidateOf(axis: Axis, index: number, pvString: PvString, other: string): Candidate {
  const { unit } = axis.units[index];
  const { planes } = axis.comparison.expected;
  const own = planes.get(pvString.plane)?.effectiveWm2 as Float64Array;
  const its = planes.get(other)?.effectiveWm2 as Float64Array;
  // Strings beside it on the same tracker hold its voltage up: it can't pass its darker part by.
  const held = unit.inverters.some((inverter) =>
    inputsOf(axis.comparison.site, inverter).some(({ strings }) => strings.length > 1 && strings.includes(pvString)),
  );
  return {
    ...{ cause: "orientation-mismatch", scope: pvString.id, price: 3, bonus: 0, leastShare: LEAST_SHARE },
    parameters: held ? [] : [{ name: "share", value: 0.4, least: 1 / pvString.modules, most: 0.9, step: 0.15 }],
    onString: (id) => candidateOf(axis, index, unit.strings.find((one) => one.id === id) ?? pvString, other),
    layers: (on, [share]) => [
      {
        ...{ unit: index, stage: "dc", strings: new Set([pvString.id]) },
        values: pointwise(on, (p) => {
          const first = on.interval[p];
          let [a, b] = [0, 0];
          for (let i = first; i < Math.min(own.length, first + on.per); i++) {
            a += own[i];
            b += its[i];
          }
          return a > 0 ? (held ? Math.min(1, b / a) : mixedShare(b / a, share)) : 1;
        }),
      },
    ],
    span: () => ({ from: 0, to: null }),
    evidence: ([share]) => [
      {
        text: `${pvString.id} gives what a string would with ${held ? "some" : `about ${Math.round(share * pvString.modules)}`} of its ${pvString.modules} modules on ${other}`,
        weight: 3,
      },
    ],
    nextTest: `Count the modules of ${pvString.id} by plane, from the plan or with the string interrupted and one module covered`,
  };
}

/** Power of a mixed string over that of one wholly on its plane: the best of its three ways to work. @param ratio light on the other plane over that on its own */
function mixedShare(ratio: number, share: number): number {
  return Math.min(4, Math.max(Math.min(1, ratio), 1 - share, share * ratio));
}
