import Link from "next/link";
import type { TriageRow } from "@/server/triage";
import { Figure } from "../marks/Figure";
import { SeverityMark } from "../marks/SeverityMark";
import { amount, dayText, instantDay, instantText, lastDay, money } from "../marks/words";
import { NewCase } from "./NewCase";
import { WeeklyTrace } from "./WeeklyTrace";

/** The sites, worst first, each with what it loses, why, and its open cases. */
export function TriageList({ rows }: { rows: TriageRow[] }) {
  if (rows.length === 0) return <p className="mt-8 border border-rule bg-raised p-6">No site yet. Add one from a site file below.</p>;
  return (
    <ol className="mt-6 border-t-2 border-ink" aria-label="Sites by urgency">
      {rows.map((row) => (
        <li key={row.siteId} className="grid gap-x-8 gap-y-4 border-b border-rule py-5 md:grid-cols-[11rem_minmax(0,1fr)_15rem]">
          <Loss row={row} />
          <div className="min-w-0">
            <div className="flex flex-wrap items-baseline gap-x-4 gap-y-1">
              <h2 className="text-xl">
                <Link href={`/sites/${row.siteId}`} className="text-ink">
                  {row.name}
                </Link>
              </h2>
              {row.severity ? <SeverityMark severity={row.severity} /> : null}
              {row.nameplateKw === null ? null : <span className="caption figures">{amount(row.nameplateKw, 1)} kWp</span>}
            </div>
            <p className="mt-1 wrap-anywhere">{whyText(row)}</p>
            {row.outdatedSince ? (
              <p className="caption">
                Figures of {instantText(row.outdatedSince, row.timeZone)}; the data have changed, new ones are on their way
              </p>
            ) : null}
            <ul className="mt-3 flex flex-wrap gap-2">
              {row.cases.map((open) => (
                <li key={open.id}>
                  <Link href={`/cases/${open.id}/brief`} className="button no-underline">
                    <span className="caption">{open.kind}</span>
                    {open.title}
                  </Link>
                </li>
              ))}
              <li>
                <NewCase siteId={row.siteId} siteName={row.name} />
              </li>
            </ul>
          </div>
          <WeeklyTrace name={row.name} weekly={row.weekly} />
        </li>
      ))}
    </ol>
  );
}

function whyText(row: TriageRow): string {
  if (row.problem) return row.problem;
  if (row.standing.length === 0) return "Makes what it should";
  const day = (instant: string) => instantDay(instant, row.timeZone);
  return row.standing
    .map(
      ({ title, scope, from, to }) => `${title} (${scope}) ${to ? `${day(from)} to ${lastDay(to, row.timeZone)}` : `since ${day(from)}`}`,
    )
    .join("; ");
}

function Loss({ row }: { row: TriageRow }) {
  if (row.lossKwhPerDay === null) return <p className="caption">No comparison yet</p>;
  const perDay = row.moneyPerDay !== null && row.currency ? money(row.moneyPerDay, row.currency) : `${amount(row.lossKwhPerDay)} kWh`;
  return (
    <div>
      <Figure
        large
        label="Lost a day"
        value={perDay}
        origin={{
          formula: "Σ(expected − measured) over days on which a cause stands ÷ days counted × worth of a kWh",
          inputs: [
            ["Lost energy a day", `${amount(row.lossKwhPerDay)} kWh`],
            ["Days counted", String(row.countedDays)],
            ["Data until", row.asOf ? dayText(row.asOf) : "none"],
          ],
          source:
            "Expected: healthy array in the measured weather. Worth: self-used share at the import price, the rest at the export price.",
        }}
      />
      <p className="caption figures mt-1">
        {amount(row.lossKwhPerDay)} kWh a day, {row.countedDays} days to {row.asOf ? dayText(row.asOf) : "?"}
      </p>
    </div>
  );
}
