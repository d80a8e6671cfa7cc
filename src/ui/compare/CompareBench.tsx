import { causePlace } from "@/core/diagnosis/causeWords";
import { chiefCause, chiefWrong } from "@/core/diagnosis/chiefCause";
import { termsOf } from "@/core/site/terms";
import type { CaseView } from "@/server/cases/openCase";
import type { ImportView } from "@/server/imports/importSeries";
import type { CauseSpan } from "../dayBook/causeDays";
import { ImportList } from "../import/ImportList";
import { ImportPanel } from "../import/ImportPanel";
import { stretchDays } from "../marks/words";
import { type Leaf, Leaves } from "../shell/Leaves";
import { EnergyFigures } from "../stations/EnergyFigures";
import { Assumptions } from "./Assumptions";
import { BackLink } from "./BackLink";
import { CalibrationPanel } from "./CalibrationPanel";
import { LossCascade } from "./cascade/LossCascade";
import { DaysLeaf } from "./days/DaysLeaf";
import type { DayPhoto } from "./parts/DayPlay";
import { PartsLeaf } from "./parts/PartsLeaf";
import { Standing } from "./Standing";
import { ScatterLeaf } from "./scatter/ScatterLeaf";
import { SkyLeaf } from "./sky/SkyLeaf";

/** Measured against expected: how it stands, the pictures that show it in leaves, and where the data come in. */
export function CompareBench({ view, imports, demoFiles }: { view: CaseView; imports: ImportView[]; demoFiles: string[] }) {
  const { analysis, site } = view;
  const data = (
    <div className="grid gap-8 *:min-w-0">
      {analysis ? <CalibrationPanel site={site} offers={analysis.overview.calibrations} kept={view.calibrations} /> : null}
      <ImportPanel siteId={site.id} caseId={view.id} demoFiles={demoFiles} />
      <ImportList imports={imports} timeZone={site.location.timeZone} />
    </div>
  );
  const leaves = analysis ? pictures(view, analysis) : [];
  return (
    <div className="grid gap-3 *:min-w-0">
      <h2 className="sr-only">Compare</h2>
      <BackLink caseId={view.id} />
      {analysis ? (
        <Standing view={view} chief={chiefWrong(view.ledger)} />
      ) : (
        <p className="border-l-4 border-watch bg-raised p-4">{nothingWords(view.state.summary)}</p>
      )}
      {analysis ? <EnergyFigures view={view} dense /> : null}
      <Leaves label="Leaves" leaves={[...leaves, { id: "data", title: "Data", body: data }]} />
    </div>
  );
}

/** The leaves that show the comparison. */
function pictures(view: CaseView, { overview, diagnosis }: NonNullable<CaseView["analysis"]>): Leaf[] {
  const { site } = view;
  const revision = `${diagnosis.period.to} ${view.state.madeAt}`;
  return [
    {
      id: "days",
      title: "Days",
      body: (
        <DaysLeaf
          siteId={site.id}
          terms={termsOf(site)}
          revision={revision}
          overview={overview}
          spans={spansOf(view)}
          chief={chiefCause(view.ledger)}
        />
      ),
    },
    { id: "sky", title: "Sky", body: <SkyLeaf site={site} revision={revision} overview={overview} /> },
    {
      id: "parts",
      title: "Strings and modules",
      body: <PartsLeaf site={site} earlier={view.earlier} revision={revision} overview={overview} photos={photosOf(view)} />,
    },
    {
      id: "scatter",
      title: "Against expected",
      body: <ScatterLeaf siteId={site.id} revision={revision} overview={overview} spans={spansOf(view)} />,
    },
    { id: "cascade", title: "Cascade", body: <LossCascade view={view} /> },
    {
      id: "assumptions",
      title: "Assumptions",
      body: (
        <Assumptions
          site={site}
          cascade={overview.cascade}
          bandPct={overview.band.pct}
          measuredKwh={diagnosis.energy.measuredKwh}
          lostKwh={Math.max(0, diagnosis.energy.lossKwh)}
        />
      ),
    },
  ];
}

/** What each cause acted on, by calendar days. */
function spansOf({ ledger, site }: CaseView): CauseSpan[] {
  return ledger.flatMap(({ cause, scope, title, since, until }) =>
    since === null
      ? []
      : [
          {
            cause,
            scope,
            title: `${title}, ${causePlace(site, { cause, scope }, "technician")}`,
            ...stretchDays(since, until, site.location.timeZone),
          },
        ],
  );
}

/** The case's photos by the day on which they were taken. */
function photosOf({ findings, site }: CaseView): DayPhoto[] {
  return findings.flatMap(({ photos, pointTitle, recordedAt }) =>
    photos.map((photo) => ({ ...photo, day: stretchDays(recordedAt, null, site.location.timeZone).from, words: pointTitle })),
  );
}

/** Why there is nothing to compare. */
function nothingWords({ missing, refused }: CaseView["state"]["summary"]): string {
  if (refused) return refused;
  if (missing.length === 0) return "Nothing to compare yet: the data are being worked through for the first time.";
  return `Nothing to compare yet: ${missing.join(" and ")} data are missing. Bring them in below; the comparison follows by itself.`;
}
