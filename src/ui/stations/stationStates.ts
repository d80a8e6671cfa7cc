import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import type { CaseView } from "@/server/cases/openCase";
import type { StationStates } from "../shell/stations";

/** Causes at places; spells of the same one count once. */
export function countCauses(ledger: CaseView["ledger"]): number {
  return new Set(ledger.map(({ cause, scope }) => `${cause}/${scope}`)).size;
}

/** One or two words a station for the spine. */
export function stationStates(view: CaseView): StationStates {
  const notHere = view.answers.filter(({ answer }) => answer === "not-applicable").map(({ pointId }) => pointId);
  const points = new Set(view.walk.flatMap((stop) => stop.points.map(({ id }) => id)).filter((id) => !notHere.includes(id))).size;
  const walked = new Set(view.walk.flatMap((stop) => stop.points.map(({ id }) => id)));
  const seen = new Set(view.findings.flatMap(({ pointId }) => (walked.has(pointId) ? [pointId] : []))).size;
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
