import { type CauseGroup, causeGroups, standingAndOver } from "@/core/diagnosis/causeGroups";
import { causePlace } from "@/core/diagnosis/causeWords";
import { isWrong } from "@/core/diagnosis/chiefCause";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import type { CaseView } from "@/server/cases/openCase";
import { DangerList } from "../ledger/LedgerBeside";
import { Figure } from "../marks/Figure";
import { darkShare } from "../marks/lightWords";
import { amount, instantDay, lastDay, percent, readableDays, sureness } from "../marks/words";
import { showsAt } from "../selection/shows";
import { CauseDetail } from "./CauseDetail";
import { CauseList, type CauseRow, type OtherRow } from "./CauseList";
import { CouldHide } from "./CouldHide";
import { NextTests } from "./NextTests";
import { TestCautions } from "./TestCautions";

/** The causes as a list, what stands above what is over, and all that is to be said of the one that is picked. */
export function DiagnoseBench({ view }: { view: CaseView }) {
  const { analysis, ledger, beside } = view;
  const { standing, over } = standingAndOver(causeGroups(ledger));
  const [best] = beside.nextTests;
  const points = new Set(view.walk.flatMap((stop) => stop.points.map(({ id }) => id)));
  const others: OtherRow[] = [
    ...(beside.nextTests.length > 0
      ? [
          {
            id: "tests",
            title: "Next tests",
            words: `${beside.nextTests.length}`,
            body: <NextTests tests={beside.nextTests} site={view.site} danger={beside.danger} caseId={view.id} points={points} />,
          },
        ]
      : []),
    ...(beside.suspects.length > 0
      ? [
          {
            id: "suspects",
            title: "Perhaps, but rather not",
            words: `${beside.suspects.length}`,
            body: <Suspects suspects={beside.suspects} view={view} />,
          },
        ]
      : []),
    ...(beside.couldHide.length > 0
      ? [
          {
            id: "could-hide",
            title: "Not enough to say",
            words: `${beside.couldHide.length} kinds`,
            body: <CouldHide entries={beside.couldHide} site={view.site} />,
          },
        ]
      : []),
  ];
  return (
    <div className="grid gap-3 *:min-w-0">
      <h2 className="sr-only">Diagnose</h2>
      <DangerList danger={beside.danger} />
      {standing.some(isWrong) ? null : <SoundLine view={view} told={ledger.length > 0} />}
      {best ? (
        <div className="border-l-4 border-act bg-raised px-3 py-1.5">
          <p>
            <strong>Next best test:</strong> {best.act} <span className="caption">({best.minutes} min)</span>
          </p>
          <TestCautions site={view.site} danger={beside.danger} scope={best.scope} caution={best.caution} />
        </div>
      ) : null}
      {standing.length + over.length > 0 || others.length > 0 ? (
        <CauseList rows={[...standing, ...over].map((group) => rowOf(group, view))} others={others} />
      ) : analysis ? null : (
        <p>Bring data in at Compare, or record what you see on the walk.</p>
      )}
    </div>
  );
}

function rowOf(group: CauseGroup, view: CaseView): CauseRow {
  const zone = view.site.location.timeZone;
  const { key, cause, scope, title, since, until, stands } = group;
  return {
    ...{ key, cause, scope, title, stands },
    place: causePlace(view.site, { cause, scope }, "technician"),
    when:
      since === null
        ? "from findings alone"
        : stands || until === null
          ? `since ${instantDay(since, zone)}`
          : `until ${lastDay(until, zone)}`,
    energy: group.lossKwh > 0 ? `${amount(group.lossKwh)} kWh` : "no energy",
    sure: `${sureness(group.confidence)} sure`,
    overruled: group.overruled?.holds === "no",
    body: <CauseDetail group={group} view={view} />,
  };
}

/** That nothing is wrong, and that the month was dark where it was. */
function SoundLine({ view: { id, analysis }, told }: { view: CaseView; told: boolean }) {
  if (!analysis) {
    return told ? null : (
      <p className="border-l-4 border-watch bg-raised p-3">No data and no findings yet: the diagnosis begins with either.</p>
    );
  }
  const { light, days, from, to } = analysis.overview.recent;
  const dark = darkShare(light);
  return (
    <p className="border-l-4 border-sound bg-raised px-3 py-1.5">
      <strong>Nothing wrong stands at the end of the data</strong>
      {dark === null || !light ? null : (
        <>
          ; a dark month:{" "}
          <Figure
            inline
            label="Light of the last days over what is usual"
            value={`${Math.round(100 * dark)} %`}
            origin={{
              formula: "(Σ global light ÷ Σ clear sky's, last days) ÷ the same on other days within 60 of the season",
              inputs: [
                ["Last days", String(days)],
                ["Of a clear sky's light", percent(light.share)],
                ["Usual then", percent(light.usual)],
              ],
              source: "Clear sky by Ineichen & Perez 2002 at a turbidity of 3; usual by the site's own data.",
              shows: showsAt(id, "diagnose", { period: { from, to } }, "these days and their light"),
            }}
          />{" "}
          of the light that is usual now
        </>
      )}
      . {told ? "" : "The array makes what it should, within the spread of weather and model."}
    </p>
  );
}

/** What isn't likelier than not: no part of the sums, and perhaps worth a test. */
function Suspects({ suspects, view }: { suspects: readonly LedgerEntry[]; view: CaseView }) {
  return (
    <>
      <h2 className="text-lg">Perhaps, but rather not</h2>
      <ul className="mt-1 border-t border-rule" aria-label="Suspects">
        {suspects.map((entry) => (
          <li key={`${entry.cause}/${entry.scope}/${entry.since}`} className="border-b border-rule py-2">
            <p>
              <strong>{entry.title}</strong>, {causePlace(view.site, entry, "technician")}: {sureness(entry.confidence)} sure
            </p>
            <p className="caption">
              {readableDays(entry.evidence[0]?.text ?? "")} {entry.nextTest}.
            </p>
          </li>
        ))}
      </ul>
    </>
  );
}
