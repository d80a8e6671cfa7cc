import { CAUSES } from "@/core/causes/causes";
import { SEVERITIES, SEVERITY_WORDS } from "@/core/inspection/severity";
import { siteName } from "@/core/site/lookups";
import { placeWords } from "@/core/site/places";
import type { CaseView } from "@/server/cases/openCase";
import { DayChart } from "../charts/DayChart";
import { DangerList } from "../ledger/LedgerBeside";
import { HatchSwatch } from "../marks/causeHatch";
import { SeverityMark } from "../marks/SeverityMark";
import { amount, dayText, instantDay, instantText, lastDay, money, stretchDays } from "../marks/words";
import { ArrayPlan } from "../site/ArrayPlan";
import { EXPECTED_SOURCE } from "./EnergyFigures";
import { chiefCause, ownerAnswer } from "./ownerAnswer";
import { PrintButton } from "./PrintButton";

/** The report for the owner: plain words, energy and money that can be checked, findings with photos. */
export function HandOverBench({ view }: { view: CaseView }) {
  const { site, analysis, findings, ledger } = view;
  const zone = site.location.timeZone;
  const dead = ledger.filter((entry) => entry.cause === "string-open" && entry.stands).map((entry) => entry.scope);
  const chief = chiefCause(ledger);
  const worst = chief ?? ledger.find((entry) => entry.since !== null && CAUSES[entry.cause].kind !== "design");
  const bySeverity = SEVERITIES.map((severity) => ({ severity, list: findings.filter((finding) => finding.severity === severity) })).filter(
    ({ list }) => list.length > 0,
  );
  return (
    <div className="max-w-4xl">
      <div className="no-print mb-6 flex items-center justify-between gap-4">
        <h2 className="text-lg">Report</h2>
        <PrintButton />
      </div>
      <article className="bg-raised p-5 sm:p-8 print:p-0" aria-label="Report">
        <header className="border-b-2 border-ink pb-4">
          <p className="caption">Service report</p>
          <h2 className="text-2xl">{siteName(site)}</h2>
          <p>
            {view.title} ({view.kind}, opened {instantDay(view.openedAt, zone)}).
          </p>
        </header>
        {view.beside.danger.length > 0 ? (
          <section className="keep-together mt-5" aria-labelledby="report-danger">
            <h3 id="report-danger" className="text-xl">
              Danger
            </h3>
            <DangerList danger={view.beside.danger} />
          </section>
        ) : null}
        <section className="mt-5" aria-labelledby="report-answer">
          <h3 id="report-answer" className="text-xl">
            In short
          </h3>
          <p className="mt-1 text-lg">{ownerAnswer(view)}</p>
        </section>
        {analysis ? (
          <section className="keep-together mt-6" aria-labelledby="report-energy">
            <h3 id="report-energy" className="text-xl">
              Energy
            </h3>
            <p className="figures mt-1">
              From {instantDay(analysis.diagnosis.period.from, zone)} to {lastDay(analysis.diagnosis.period.to, zone)} the array made{" "}
              {amount(analysis.diagnosis.energy.measuredKwh)} kWh. In the same weather a healthy one would have made{" "}
              {amount(analysis.diagnosis.energy.expectedKwh)} kWh, give or take {analysis.overview.band.pct.toFixed(0)} %.
            </p>
            <p className="caption mt-1">How it is worked out. {EXPECTED_SOURCE}</p>
            {view.calibrations.map((kept) => (
              <p key={kept.id} className="figures mt-1">
                Calibration of {kept.scope}, not used in these figures: {kept.factor.toFixed(3)} from {kept.weeks} healthy weeks,{" "}
                {dayText(kept.fromDay)} to {dayText(kept.toDay)}, kept by {kept.keptBy}.
              </p>
            ))}
            <div className="mt-4">
              <DayChart
                days={analysis.overview.days}
                expectedKwh={analysis.overview.expectedKwh}
                measuredKwh={analysis.overview.measuredKwh}
                bandPct={analysis.overview.dayBandPct}
                mark={worst ? { ...stretchDays(worst.since as string, worst.until, zone), name: worst.title } : undefined}
              />
            </div>
          </section>
        ) : null}
        {ledger.some(({ lossKwh }) => lossKwh > 0) ? (
          <section className="mt-6" aria-labelledby="report-causes">
            <h3 id="report-causes" className="text-xl">
              Where it went
            </h3>
            <table className="figures mt-2 w-full border-t-2 border-ink text-left">
              <thead>
                <tr className="caption">
                  <th className="py-1 font-normal">Cause</th>
                  <th className="font-normal">When</th>
                  <th className="text-right font-normal">Energy</th>
                  <th className="text-right font-normal">Worth</th>
                </tr>
              </thead>
              <tbody>
                {ledger
                  .filter(({ lossKwh }) => lossKwh > 0)
                  .map((entry, k) => (
                    <tr key={`${entry.cause}/${entry.scope}/${entry.since}`} className="keep-together border-t border-rule align-top">
                      <td className="py-2 pr-3">
                        <span className="flex gap-2">
                          <HatchSwatch cause={entry.cause} id={`report-${k}`} />
                          <span>
                            <strong>{entry.title}</strong> <span className="font-mono">{entry.scope}</span>
                            <span className="caption block">{CAUSES[entry.cause].plain}</span>
                          </span>
                        </span>
                      </td>
                      <td className="py-2 pr-3">
                        {entry.since
                          ? entry.until
                            ? `${instantDay(entry.since, zone)} to ${lastDay(entry.until, zone)}`
                            : `since ${instantDay(entry.since, zone)}`
                          : "seen on site"}
                      </td>
                      <td className="py-2 pr-3 text-right whitespace-nowrap">
                        {entry.lossKwh > 0 ? `${amount(entry.lossKwh)} kWh` : "not told"}
                      </td>
                      <td className="py-2 text-right whitespace-nowrap">
                        {entry.lossKwh > 0 && view.valuePerKwh !== null && site.tariff
                          ? money(entry.lossKwh * view.valuePerKwh, site.tariff.currency)
                          : ""}
                      </td>
                    </tr>
                  ))}
              </tbody>
            </table>
          </section>
        ) : null}
        {chief?.nextTest ? (
          <section className="keep-together mt-6" aria-labelledby="report-next">
            <h3 id="report-next" className="text-xl">
              Next
            </h3>
            <p className="mt-1">
              To be measured by a qualified person: {chief.nextTest.charAt(0).toLowerCase()}
              {chief.nextTest.slice(1)}.
            </p>
          </section>
        ) : null}
        <section className="mt-6" aria-labelledby="report-findings">
          <h3 id="report-findings" className="text-xl">
            What was seen
          </h3>
          {findings.length === 0 ? <p className="mt-1">The walk has not been recorded yet.</p> : null}
          {bySeverity.map(({ severity, list }) => (
            <div key={severity} className="mt-3">
              <p className="border-b border-rule pb-1">
                <SeverityMark severity={severity} /> <span className="caption">{SEVERITY_WORDS[severity].meaning}</span>
              </p>
              <ul>
                {list.map((finding) => (
                  <li key={finding.id} className="keep-together border-b border-rule py-2">
                    <p>
                      <strong>{finding.pointTitle}:</strong> {finding.gradeText}
                      {finding.place ? ` (${placeWords(site, finding.place)})` : ""}
                    </p>
                    {finding.note ? <p>{finding.note}</p> : null}
                    <p className="caption">
                      Seen {instantText(finding.recordedAt, zone)}
                      {finding.author ? ` by ${finding.author}` : ""}
                    </p>
                    {finding.photos.length > 0 ? (
                      <div className="mt-2 flex flex-wrap gap-3">
                        {finding.photos.map((photo, k) => (
                          // biome-ignore lint/performance/noImgElement: photos come from this server and are printed at full size
                          <img
                            key={photo.id}
                            src={`/api/photos/${photo.id}`}
                            width={photo.widthPx}
                            height={photo.heightPx}
                            alt={`${finding.pointTitle}, view ${k + 1}`}
                            className="h-52 w-auto border border-rule-strong"
                          />
                        ))}
                      </div>
                    ) : null}
                  </li>
                ))}
              </ul>
            </div>
          ))}
        </section>
        <section className="keep-together mt-6" aria-labelledby="report-plan">
          <h3 id="report-plan" className="text-xl">
            The array
          </h3>
          <div className="mt-2">
            <ArrayPlan site={site} dead={dead} compact />
          </div>
        </section>
        <footer className="caption mt-8 border-t border-rule pt-3">
          Expected output is calculated from the measured weather for this array's planes, modules and inverters; every figure can be opened
          to its formula in Irradant. Electrical work belongs to licensed persons under local rules.
        </footer>
      </article>
    </div>
  );
}
