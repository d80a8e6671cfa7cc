import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import { isOfStop } from "@/core/inspection/point";
import type { CaseView } from "@/server/cases/openCase";
import type { StationStates } from "../shell/stations";

/** Causes at places; spells of the same one count once. */
export function countCauses(ledger: CaseView["ledger"]): number {
  return new Set(ledger.map(({ cause, scope }) => `${cause}/${scope}`)).size;
}

/** One or two words a station for the spine. */
export function stationStates(view: CaseView): StationStates {
  const { points, seen } = walked(view);
  const ratio = view.analysis ? periodEnergy(view.analysis).share : null;
  const causes = view.analysis || view.ledger.length > 0 ? countCauses(view.ledger) : undefined;
  return {
    brief: view.brief.complaint ? "written" : "empty",
    walk: `${seen} of ${points} seen`,
    compare: ratio === null ? "no data yet" : `${Math.round(ratio * 100)} % of expected`,
    diagnose: causes === undefined ? "waits for data" : causes === 0 ? "nothing found" : `${causes} ${causes === 1 ? "cause" : "causes"}`,
    "hand-over": view.closedAt ? "closed" : "report open",
  };
}

/** How many points there are, and at how many something was graded; where a field and a roof have the same, each counts. */
function walked({ walk, findings, answers }: CaseView): { points: number; seen: number } {
  const stops = walk.map((stop) => {
    const here = { part: stop.part };
    const graded = new Set(findings.filter((one) => isOfStop(one, here)).map(({ pointId }) => pointId));
    const gone = new Set(answers.filter((one) => one.answer === "not-applicable" && isOfStop(one, here)).map(({ pointId }) => pointId));
    const ids = stop.points.map(({ id }) => id);
    return { points: ids.filter((id) => !gone.has(id)).length, seen: ids.filter((id) => graded.has(id)).length };
  });
  return { points: sum(stops.map(({ points }) => points)), seen: sum(stops.map(({ seen }) => seen)) };
}

const sum = (counts: readonly number[]) => counts.reduce((all, count) => all + count, 0);
