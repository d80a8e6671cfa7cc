import { ENGINES } from "../causes/engines";
import type { Candidate } from "../fit/candidate";
import type { CauseEngine, UnitLook } from "../signatures/causeEngine";
import { asStop } from "../signatures/detected";

/** By id, so that the order of the registry doesn't matter. */
const BY_ID: readonly CauseEngine[] = [...ENGINES].sort((a, b) => (a.cause < b.cause ? -1 : 1));

/**
 * Causes of a unit that show themselves without a fit: nothing came in good light, a string carried no current, one converter among
 * its neighbours is silent, a string's voltage stepped down, its current sinks from year to year against its neighbours'.
 */
export function knownCauses(look: UnitLook, engines: readonly CauseEngine[] = BY_ID): Candidate[] {
  let stops = engines.flatMap((engine) => engine.stopped?.(look) ?? []);
  for (const { takesOver } of engines) if (takesOver) stops = takesOver(look, stops);
  for (const { letsGo } of engines) if (letsGo) stops = letsGo(look, stops);
  return [...stops.map((stop) => asStop(look, stop)), ...engines.flatMap((engine) => engine.detect?.(look) ?? [])];
}
