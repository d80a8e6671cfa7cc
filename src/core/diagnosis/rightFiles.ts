import { ENGINES } from "../causes/engines";
import type { Comparison } from "../comparison/compare";
import type { Righted } from "../signatures/causeEngine";
import type { Signature } from "../signatures/signature";

const RIGHTS = ENGINES.flatMap(({ rights }) => rights ?? [])
  .sort((a, b) => a.turn - b.turn)
  .map(({ right }) => right);

/** What files have wrong, put right on copies before anything is held against the light: the clock first, then factors. */
export function rightFiles(raw: Comparison): Righted {
  let comparison = raw;
  const signatures: Signature[] = [];
  for (const right of RIGHTS) {
    const righted = right(comparison);
    comparison = righted.comparison;
    signatures.push(...righted.signatures);
  }
  return { comparison, signatures };
}
