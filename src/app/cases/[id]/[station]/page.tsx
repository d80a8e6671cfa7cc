import { notFound } from "next/navigation";
import { currentActor } from "@/app/actor";
import { isTrouble } from "@/app/trouble";
import { diagnosedCauses } from "@/core/inspection/matter";
import type { CaseView } from "@/server/cases/openCase";
import { demoFilesFor } from "@/server/demo/demoFiles";
import { listImports } from "@/server/imports/importSeries";
import { CompareBench } from "@/ui/compare/CompareBench";
import { DiagnoseBench } from "@/ui/diagnose/DiagnoseBench";
import { HandOverBench } from "@/ui/handOver/HandOverBench";
import { reportView } from "@/ui/handOver/reportView";
import type { EnergySource } from "@/ui/plan/useEnergies";
import { BriefBench } from "@/ui/stations/BriefBench";
import { isUnbuilt, UnbuiltBench } from "@/ui/stations/UnbuiltBench";
import { WalkBench } from "@/ui/walk/WalkBench";
import { loadCase } from "../loadCase";

export default async function StationPage({ params }: { params: Promise<{ id: string; station: string }> }) {
  const { id, station } = await params;
  const view = await loadCase(id);
  // The layout tells the trouble in place of everything.
  if (isTrouble(view)) return null;
  switch (station) {
    case "brief":
      return <BriefBench view={view} />;
    case "walk":
      return (
        <WalkBench
          caseId={view.id}
          site={view.site}
          madeMs={Date.now()}
          known={view.field}
          brief={view.brief}
          causes={dataCauses(view)}
          foundBefore={view.foundBefore}
          register={view.register}
          energies={energySource(view)}
          practice={view.practice}
        />
      );
    case "compare":
      return (
        <CompareBench
          view={view}
          imports={await listImports(await currentActor(), view.site.id)}
          demoFiles={await demoFilesFor(view.site.id)}
        />
      );
    case "diagnose":
      return <DiagnoseBench view={view} />;
    case "hand-over":
      return <HandOverBench view={reportView(view)} today={new Date().toISOString()} />;
    default:
      if (!isUnbuilt(station)) notFound();
      return <UnbuiltBench station={station} />;
  }
}

/** What the plan tells of strings and modules; null where the data tell neither. */
function energySource({ analysis, state, earlier }: CaseView): EnergySource | null {
  if (!analysis || analysis.overview.dayBook.parts.length === 0) return null;
  return { dayBook: analysis.overview.dayBook, revision: `${analysis.diagnosis.period.to} ${state.madeAt}`, earlier };
}

/** What the data alone show: a walk by the ledger would change with each finding, under the feet of who walks it. */
const dataCauses = ({ analysis }: CaseView) => (analysis ? diagnosedCauses(analysis.diagnosis) : []);
