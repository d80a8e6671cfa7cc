import type { ReportFields } from "@/core/changes/change";
import { DangerList } from "../../ledger/LedgerBeside";
import { ownerAnswer } from "../ownerAnswer";
import type { WorkRow } from "../reportData";
import type { ReportView } from "../reportView";
import { Annex } from "./Annex";
import { EnergyPart, LossPart } from "./EnergyPart";
import { Part } from "./Part";
import { ReportHead } from "./ReportHead";
import { SeenPart, UnseenPart } from "./SeenPart";
import { Signatures } from "./Signatures";
import { WorkPart } from "./WorkPart";

/** The report as its owner reads it: danger, the answer, what to do, what was seen and what wasn't, the figures, and how they came about in an annex. */
export function Report({ view, report, rows, today }: { view: ReportView; report: ReportFields; rows: readonly WorkRow[]; today: string }) {
  const { danger } = view.beside;
  const { wrong, cost, besides, made, built } = ownerAnswer(view);
  return (
    <article className="report max-w-4xl bg-raised p-5 sm:p-8 print:max-w-none print:p-0" aria-label="Report">
      <ReportHead view={view} report={report} today={today}>
        {danger.length > 0 ? (
          <Part title="Danger" id="danger" whole>
            <DangerList danger={danger} />
            <p className="mt-1">
              Until it is put right: keep everyone away from there, touch nothing of metal at the array, and leave switched off what we
              switched off. Who may work on it, local rules say.
            </p>
          </Part>
        ) : null}
      </ReportHead>
      <Part title="In short" id="answer" whole>
        <p className="text-lg">{wrong}</p>
        {cost ? <p className="text-lg">{cost}</p> : null}
        <p className="mt-1">
          {made} {built} {besides}
        </p>
      </Part>
      <WorkPart rows={rows} firm={view.firm} view={view} nextVisit={report.nextVisit} />
      {report.remarks ? (
        <Part title="Remarks" id="remarks">
          <p className="whitespace-pre-line">{report.remarks}</p>
        </Part>
      ) : null}
      <SeenPart view={view} />
      <UnseenPart view={view} />
      {view.analysis ? <EnergyPart view={view} analysis={view.analysis} /> : null}
      <LossPart view={view} />
      <Signatures report={report} view={view} />
      <Annex view={view} />
    </article>
  );
}
