import type { Axis } from "../fit/axis";
import type { Candidate } from "../fit/candidate";
import type { Layer } from "../fit/layers";
import { floats } from "../series/floats";
import type { UnitLook } from "./causeEngine";
import type { Signature } from "./signature";

/** A detector's finding as a cause without anything to fit. @param layers what it does at the points of an axis */
export function asCandidate(signature: Signature, layers: (on: Axis) => Layer[]): Candidate {
  const { cause, scope, from, to, evidence, nextTest, told, carry } = signature;
  return {
    ...{ cause, scope, parameters: [], price: 0, leastShare: -1, layers, nextTest },
    span: () => ({ from, to }),
    evidence: () => evidence,
    told: () => ({ ...told }),
    ...(carry ? { carry: () => carry } : {}),
  };
}

/** A finding of one string. @param leaves part of its power that is left at an interval; absent, what the finding says */
export function onString(
  { index }: UnitLook,
  signature: Signature,
  leaves = signature.leaves ?? (() => 1),
  string = signature.scope,
): Candidate {
  return asCandidate(signature, (on) => [{ unit: index, stage: "dc", strings: new Set([string]), values: within(on, signature, leaves) }]);
}

function within(on: Axis, { from, to }: Signature, value: (i: number) => number): Float64Array {
  return floats(on.count, (p) => {
    const middle = on.interval[p] + (on.per >> 1);
    return middle >= from && (to === null || middle < to) ? value(middle) : 1;
  });
}

/** A stop of the whole unit: nothing in the intervals that its detector claimed. */
export function asStop({ index, state: { claimed } }: UnitLook, signature: Signature): Candidate {
  const { from, to } = signature;
  return asCandidate(signature, (on) => [
    {
      ...{ unit: index, stage: "off", strings: null },
      values: floats(on.count, (p) => {
        const first = on.interval[p];
        let stopped = 0;
        for (let i = first; i < Math.min(claimed.length, first + on.per); i++)
          if (i >= from && (to === null || i < to)) stopped += claimed[i];
        return 1 - stopped / on.per;
      }),
    },
  ]);
}
