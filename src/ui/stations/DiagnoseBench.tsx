import { CAUSES } from "@/core/causes/causes";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import type { CaseView } from "@/server/cases/openCase";
import { DayChart } from "../charts/DayChart";
import { CautionLine } from "../marks/CautionLine";
import { HatchSwatch } from "../marks/causeHatch";
import { Figure } from "../marks/Figure";
import { darkMonth } from "../marks/lightWords";
import { amount, instantDay, instantText, lastDay, money, stretchDays, sureness } from "../marks/words";
import { ArrayPlan } from "../site/ArrayPlan";
import { CouldHide } from "./CouldHide";
import { NextTests } from "./NextTests";
import { Overruling } from "./Overruling";
import { PastCauses } from "./PastCauses";
import { Reasons, signed } from "./Reasons";

/** The causes in order of what they cost, each with its reasons and the test that tells most next. */
export function DiagnoseBench({ view }: { view: CaseView }) {
  const { analysis, ledger } = view;
  const standing = ledger.filter(({ stands }) => stands);
  // The picture is of what stands before what is over.
  const worst = [...standing, ...ledger].find(
    (entry) => entry.since !== null && entry.overruled?.holds !== "no" && CAUSES[entry.cause].kind !== "design",
  );
  if (ledger.length === 0) {
    return (
      <div>
        <h2 className="text-lg">Diagnose</h2>
        <p className="mt-3 border-l-4 border-sound bg-raised p-4">
          {analysis
            ? "Nothing stands out: the array makes what it should, within the spread of weather and model."
            : "No data and no findings yet: the diagnosis begins with either."}
        </p>
        <Suspects suspects={view.beside.suspects} />
        <CouldHide entries={view.beside.couldHide} />
        <NextTests tests={view.beside.nextTests} />
      </div>
    );
  }
  const wrong = standing.some(({ cause, overruled }) => CAUSES[cause].kind !== "design" && overruled?.holds !== "no");
  return (
    <div className="grid gap-8 *:min-w-0">
      {wrong || !analysis ? null : <SoundLine light={analysis.overview.recent.light} />}
      {worst && analysis ? (
        <section aria-label="When it happened">
          <DayChart
            days={analysis.overview.days}
            expectedKwh={analysis.overview.expectedKwh}
            measuredKwh={analysis.overview.measuredKwh}
            bandPct={analysis.overview.dayBandPct}
            mark={{
              ...stretchDays(worst.since as string, worst.until, view.site.location.timeZone),
              name: `${worst.title} (${worst.scope})`,
            }}
          />
        </section>
      ) : null}
      <NextTests tests={view.beside.nextTests} />
      {standing.length > 0 ? (
        <ol className="border-t-2 border-ink" aria-label="Causes by energy lost">
          {standing.map((entry, k) => (
            <CauseCard key={`${entry.cause}/${entry.scope}/${entry.since}`} entry={entry} order={k} view={view} />
          ))}
        </ol>
      ) : null}
      <PastCauses entries={ledger.filter((entry) => !standing.includes(entry))} view={view} />
      <Suspects suspects={view.beside.suspects} />
      <CouldHide entries={view.beside.couldHide} />
      <section aria-labelledby="where-title">
        <h2 id="where-title" className="mb-2 text-lg">
          Where it lies
        </h2>
        <ArrayPlan site={view.site} dead={deadStrings(ledger)} compact />
      </section>
    </div>
  );
}

/** That nothing is wrong, and that the month was dark where it was. */
function SoundLine({ light }: { light: Overview["recent"]["light"] }) {
  const dark = darkMonth(light);
  return <p className="border-l-4 border-sound bg-raised p-4">Nothing wrong stands at the end of the data{dark ? `; ${dark}` : ""}.</p>;
}

/** What isn't likelier than not: no part of the sums, and perhaps worth a test. */
function Suspects({ suspects }: { suspects: readonly LedgerEntry[] }) {
  if (suspects.length === 0) return null;
  return (
    <section aria-labelledby="suspects-title" className="my-5">
      <h2 id="suspects-title" className="text-lg">
        Perhaps, but rather not
      </h2>
      <ul className="mt-1 border-t border-rule" aria-label="Suspects">
        {suspects.map((entry, k) => (
          <li key={`${entry.cause}/${entry.scope}/${entry.since}`} className="flex items-start gap-3 border-b border-rule py-2">
            <HatchSwatch cause={entry.cause} id={`suspect-${k}`} />
            <div className="min-w-0 flex-1">
              <p>
                {entry.title} <span className="font-mono text-sm">{entry.scope}</span>, {sureness(entry.confidence)} sure
              </p>
              <p className="caption">
                {entry.evidence[0]?.text} {entry.nextTest}.
              </p>
            </div>
          </li>
        ))}
      </ul>
    </section>
  );
}

function deadStrings(ledger: readonly LedgerEntry[]): string[] {
  return ledger.filter((entry) => entry.cause === "string-open" && entry.stands).map((entry) => entry.scope);
}

function CauseCard({ entry, order, view }: { entry: LedgerEntry; order: number; view: CaseView }) {
  const zone = view.site.location.timeZone;
  const cause = CAUSES[entry.cause];
  const caution = CAUSES[entry.cause].caution;
  return (
    <li className="border-b border-rule py-5">
      <h2 className="flex flex-wrap items-center gap-x-3 text-xl">
        <HatchSwatch cause={entry.cause} id={`diagnose-${order}`} />
        {entry.title} <span className="font-mono text-lg font-normal">{entry.scope}</span>
        <span className="caption font-normal">{cause.kind}</span>
      </h2>
      <p className="mt-1">
        {cause.plain}{" "}
        {entry.since
          ? `Since ${instantText(entry.since, zone)}${entry.until ? `, until ${instantText(entry.until, zone)}` : `, and it lasts${view.analysis ? ` to the end of the data, ${lastDay(view.analysis.diagnosis.period.to, zone)}` : ""}`}.`
          : "Findings speak for it; the data don't show it."}
      </p>
      <div className="mt-3 flex flex-wrap gap-x-10 gap-y-3">
        <Figure
          label="Energy lost"
          value={entry.lossKwh > 0 ? amount(entry.lossKwh) : "none told"}
          unit={entry.lossKwh > 0 ? "kWh" : undefined}
          origin={{
            ...CAUSES[entry.cause].loss,
            inputs: [
              [
                "Own calibration",
                view.analysis?.overview.units.map((unit) => `${unit.scope} ${unit.healthyRatio.toFixed(2)}`).join(", ") ?? "none",
              ],
              ["From", entry.since ? instantDay(entry.since, zone) : "not told"],
              ["To", entry.until ? lastDay(entry.until, zone) : "end of data"],
            ],
          }}
        />
        {entry.lossKwh > 0 && Math.abs(entry.regainKwh - entry.lossKwh) > 0.02 * entry.lossKwh ? (
          <Figure
            label="Back if this alone is mended"
            value={amount(Math.max(0, entry.regainKwh))}
            unit="kWh"
            origin={{
              formula: "Σ (output without this cause − output with all) · Δt",
              inputs: [["Its share of the loss", `${amount(entry.lossKwh)} kWh`]],
              source: "Other causes go on acting: dust under a stopped inverter costs nothing until it runs again.",
            }}
          />
        ) : null}
        {view.valuePerKwh !== null && view.site.tariff && entry.lossKwh > 0 ? (
          <Figure
            label="Worth"
            value={money(entry.lossKwh * view.valuePerKwh, view.site.tariff.currency)}
            origin={{
              formula: "energy × worth of a kWh",
              inputs: [
                ["Energy", `${amount(entry.lossKwh)} kWh`],
                ["Worth of a kWh", money(view.valuePerKwh, view.site.tariff.currency)],
              ],
              source: "Tariff and self-use share in the site file.",
            }}
          />
        ) : null}
        <Figure
          label="How sure"
          value={sureness(entry.confidence)}
          origin={{
            formula: "p = 1 / (1 + e^−(prior + Σ weights))",
            inputs: [
              ["Prior", cause.priorLogOdds.toFixed(1)],
              ...entry.evidence.map(({ text, weight }): [string, string] => [
                text.length > 48 ? `${text.slice(0, 46)}…` : text,
                signed(weight),
              ]),
            ],
            source:
              "Weights are natural log odds, taken as independent (Good 1950). Of a fitted cause the first makes −0.6 + 0.08 for each log unit that it explains beyond its price and its best rival, at most 4.8, with prior and the others: docs/diagnosis.md.",
          }}
        />
      </div>
      <h3 className="mt-4 font-semibold">Why</h3>
      <Reasons entry={entry} />
      <Overruling caseId={view.id} entry={entry} known={view.field} brief={view.brief} timeZone={zone} />
      {entry.nextTest ? (
        <div className="mt-4 border-l-4 border-act bg-raised p-3">
          <h3 className="font-semibold">{cause.kind === "design" ? "What would change it" : "Measure next"}</h3>
          <p>{entry.nextTest}</p>
          {caution ? <CautionLine>{caution}</CautionLine> : null}
        </div>
      ) : null}
    </li>
  );
}
