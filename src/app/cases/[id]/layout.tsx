import Link from "next/link";
import { isTrouble } from "@/app/trouble";
import { keyOf } from "@/core/diagnosis/causeGroups";
import { causePlace } from "@/core/diagnosis/causeWords";
import { siteName } from "@/core/site/lookups";
import { FollowCase } from "@/ui/field/FollowCase";
import { KeepCase } from "@/ui/field/KeepCase";
import { Ledger } from "@/ui/ledger/Ledger";
import { LedgerSheet } from "@/ui/ledger/LedgerSheet";
import { LedgerSide } from "@/ui/ledger/LedgerSide";
import { instantDay } from "@/ui/marks/words";
import { Spine } from "@/ui/shell/Spine";
import { countCauses, stationStates } from "@/ui/stations/stationStates";
import { AnalysisAge } from "@/ui/status/AnalysisAge";
import { TroublePanel } from "@/ui/status/TroublePanel";
import { StopBanner, StopNow } from "@/ui/walk/StopWork";
import { stopsOf } from "@/ui/walk/stopsOf";
import { loadCase } from "./loadCase";

export const dynamic = "force-dynamic";

export async function generateMetadata({ params }: { params: Promise<{ id: string }> }) {
  const view = await loadCase((await params).id);
  return { title: isTrouble(view) ? "A case in trouble" : `${siteName(view.site)}: ${view.title}` };
}

export default async function CaseLayout({ children, params }: { children: React.ReactNode; params: Promise<{ id: string }> }) {
  const { id } = await params;
  const view = await loadCase(id);
  if (isTrouble(view)) return <TroublePanel title="This case can't be shown" what={view.trouble} where={`Case ${id}`} />;
  const ledger = {
    caseId: view.id,
    entries: view.ledger,
    beside: view.beside,
    findings: view.findings.map(({ id, severity, pointTitle, gradeText }) => ({ id, severity, text: `${pointTitle}: ${gradeText}` })),
    places: Object.fromEntries(view.ledger.map((entry) => [keyOf(entry), causePlace(view.site, entry, "technician")])),
    timeZone: view.site.location.timeZone,
    valuePerKwh: view.valuePerKwh,
    currency: view.site.tariff?.currency ?? null,
    period: view.analysis?.diagnosis.period ?? null,
  };
  const stops = { caseId: view.id, known: stopsOf(view.field), brief: view.brief };
  return (
    <div className="desk:flex">
      <Spine caseId={view.id} states={stationStates(view)}>
        <StopNow {...stops} />
      </Spine>
      <main id="bench" className="min-w-0 flex-1 px-4 pt-3 pb-32 sm:px-6 desk:pb-12 print:p-0">
        <header className="no-print mb-3 flex flex-wrap items-center gap-x-4 gap-y-1 border-b-2 border-ink pb-1.5">
          <h1 className="text-xl">{view.title}</h1>
          <p className="caption order-first w-full sm:order-none sm:ml-auto sm:w-auto">
            <Link href={`/sites/${view.site.id}`}>{siteName(view.site)}</Link> · {view.kind}, opened{" "}
            {instantDay(view.openedAt, view.site.location.timeZone)}
          </p>
          <div className="no-print desk:hidden">
            <StopNow {...stops} />
          </div>
          <StopBanner {...stops} timeZone={view.site.location.timeZone} />
        </header>
        <KeepCase
          caseId={view.id}
          siteId={view.site.id}
          last={view.field.last}
          photoIds={[...view.findings, ...view.foundBefore].flatMap(({ photos }) => photos.map(({ id }) => id))}
        />
        <FollowCase caseId={view.id} last={view.field.last} />
        <AnalysisAge siteId={view.site.id} age={view.state} timeZone={view.site.location.timeZone} />
        {children}
      </main>
      <LedgerSide {...ledger} />
      <LedgerSheet count={countCauses(view.ledger)}>
        <Ledger {...ledger} place="sheet" />
      </LedgerSheet>
    </div>
  );
}
