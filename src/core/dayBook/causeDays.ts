import type { CauseId } from "../causes/causes";
import type { Attribution } from "../fit/attribute";
import type { DiagnosedCause } from "../formats/diagnosisFile";
import type { UnitState } from "../signatures/signature";

/** What a cause at a place took, day by day. */
export interface CauseDays {
  cause: CauseId;
  scope: string;
  /** By row of the day index, kWh. */
  lossKwh: Float64Array;
}

/**
 * What each cause that is told took on each day; several of one cause at one place are summed.
 * @param members cause and place of each member of the attribution
 */
export function causeDays(
  members: readonly { cause: CauseId; scope: string }[],
  attribution: Attribution,
  states: readonly UnitState[],
  told: readonly DiagnosedCause[],
): CauseDays[] {
  const shares = [
    ...members.map(({ cause, scope }, k) => ({ cause, scope, by: attribution.members[k] })),
    ...states.flatMap(({ unit: { scope } }, u) => [
      { cause: "clipping" as const, scope, by: attribution.rating[u] },
      { cause: "start-threshold" as const, scope, by: attribution.start[u] },
    ]),
    { cause: "curtailment" as const, scope: "site", by: attribution.heldBack },
  ];
  const days = new Map<string, CauseDays>();
  for (const { cause, scope, by } of shares) {
    if (!told.some((one) => one.cause === cause && one.scope === scope) || !(by.lossKwh > 0)) continue;
    const key = `${cause}/${scope}`;
    const sum = days.get(key) ?? { cause, scope, lossKwh: new Float64Array(by.lossByRow.length) };
    by.lossByRow.forEach((kwh, row) => {
      sum.lossKwh[row] += kwh;
    });
    days.set(key, sum);
  }
  return [...days.values()];
}
