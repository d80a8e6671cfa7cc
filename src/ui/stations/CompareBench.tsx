import { CAUSES } from "@/core/causes/causes";
import type { CaseView } from "@/server/cases/openCase";
import type { ImportView } from "@/server/imports/importSeries";
import { DayChart } from "../charts/DayChart";
import { DayRibbon } from "../charts/DayRibbon";
import { LossCascade } from "../charts/LossCascade";
import { ImportList } from "../import/ImportList";
import { ImportPanel } from "../import/ImportPanel";
import { stretchDays } from "../marks/words";
import { Assumptions } from "./Assumptions";
import { CalibrationPanel } from "./CalibrationPanel";
import { EnergyFigures } from "./EnergyFigures";
import { GapNote } from "./GapNote";

/** Measured against expected, and where the data come in. */
export function CompareBench({ view, imports, demoFiles }: { view: CaseView; imports: ImportView[]; demoFiles: string[] }) {
  const { analysis, site } = view;
  const worst = analysis?.diagnosis.causes.find(({ cause }) => CAUSES[cause].kind !== "design");
  return (
    <div className="grid gap-8 *:min-w-0">
      <h2 className="sr-only">Compare</h2>
      {analysis ? (
        <>
          <EnergyFigures view={view} />
          <GapNote view={view} />
          <section aria-label="Energy by day">
            <DayChart
              days={analysis.overview.days}
              expectedKwh={analysis.overview.expectedKwh}
              measuredKwh={analysis.overview.measuredKwh}
              bandPct={analysis.overview.dayBandPct}
              mark={
                worst
                  ? {
                      ...stretchDays(worst.from, worst.to, view.site.location.timeZone),
                      name: `${CAUSES[worst.cause].title} (${worst.scope})`,
                    }
                  : undefined
              }
            />
          </section>
          <section aria-label="Day ribbon">
            <DayRibbon siteId={site.id} shape={analysis.overview.ribbon} revision={analysis.diagnosis.period.to} />
          </section>
          <section aria-labelledby="cascade-title">
            <h2 id="cascade-title" className="mb-2 text-lg">
              Where the energy goes
            </h2>
            <LossCascade view={view} />
          </section>
          <Assumptions site={site} cascade={analysis.overview.cascade} bandPct={analysis.overview.band.pct} />
          <CalibrationPanel siteId={site.id} offers={analysis.overview.calibrations} kept={view.calibrations} />
        </>
      ) : (
        <p className="border-l-4 border-watch bg-raised p-4">{nothingWords(view.state.summary)}</p>
      )}
      <ImportPanel siteId={site.id} demoFiles={demoFiles} />
      <ImportList imports={imports} timeZone={site.location.timeZone} />
    </div>
  );
}

/** Why there is nothing to compare. */
function nothingWords({ missing, refused }: CaseView["state"]["summary"]): string {
  if (refused) return refused;
  if (missing.length === 0) return "Nothing to compare yet: the data are being worked through for the first time.";
  return `Nothing to compare yet: ${missing.join(" and ")} data are missing. Bring them in below; the comparison follows by itself.`;
}
