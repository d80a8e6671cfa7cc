import Link from "next/link";
import type { TriageRow } from "@/server/triage";
import { HatchSwatch } from "../marks/causeHatch";
import { Figure } from "../marks/Figure";
import { SeverityMark } from "../marks/SeverityMark";
import { amount, dayText, instantText } from "../marks/words";
import { showsAt } from "../selection/shows";
import { NewCase } from "./NewCase";
import { SHEET_COLUMNS } from "./triageTable";
import { ageText, lossText, standingTexts, whatText } from "./triageWords";
import { WeeklyTrace } from "./WeeklyTrace";

/** One site on the sheet: at a desk one line, on a phone a block of its own. */
export function SiteRow({ row, today }: { row: TriageRow; today: string }) {
  const [worst] = row.standing;
  const age = ageText(row.asOf, today);
  return (
    <tr
      data-row={row.siteId}
      className={`grid grid-cols-[1.25rem_minmax(0,1fr)_auto] items-center gap-x-4 gap-y-1 border-b border-rule py-2 desk:min-h-9 desk:py-0.5 desk:text-[0.9375rem] ${SHEET_COLUMNS}`}
    >
      <td>{row.severity ? <SeverityMark severity={row.severity} wordless /> : <span className="sr-only">not known</span>}</td>
      <th scope="row" className="text-left leading-tight font-semibold">
        <Link href={`/sites/${row.siteId}`} className="text-ink" data-opens-row>
          {row.name}
        </Link>
      </th>
      <td className="flex items-start gap-2 max-desk:col-span-3 max-desk:row-start-2">
        {worst ? <HatchSwatch cause={worst.cause} id={`row-${row.siteId}`} /> : null}
        <div className="min-w-0">
          <p className={`leading-tight wrap-anywhere ${row.danger ? "font-bold" : ""}`} title={standingTexts(row).join("\n")}>
            {whatText(row)}
          </p>
          {row.outdatedSince ? (
            <p className="caption">
              Figures of {instantText(row.outdatedSince, row.timeZone)}; the data have changed,{" "}
              {row.working ? "new ones are on their way" : "and working out new ones was stopped"}
            </p>
          ) : null}
        </div>
      </td>
      <td className="max-desk:col-start-3 max-desk:row-start-1">
        <Loss row={row} />
      </td>
      <td className="max-desk:col-span-2 max-desk:col-start-1 max-desk:row-start-3">
        <WeeklyTrace name={row.name} weekly={row.weekly} />
      </td>
      <td className="max-desk:col-start-3 max-desk:row-start-3">
        <p className={age.stale ? "font-semibold" : "text-quiet"} title={row.asOf ? `until ${dayText(row.asOf)}` : undefined}>
          {age.words}
        </p>
      </td>
      <td className="flex items-center gap-2 max-desk:col-span-3">
        <ul className="min-w-0 flex-1">
          {row.cases.map((open) => (
            <li key={open.id}>
              <Link href={`/cases/${open.id}/brief`} className="inline-block leading-tight wrap-anywhere max-desk:min-h-11">
                {open.title}
              </Link>
            </li>
          ))}
        </ul>
        <NewCase siteId={row.siteId} siteName={row.name} />
      </td>
    </tr>
  );
}

function Loss({ row }: { row: TriageRow }) {
  const loss = lossText(row);
  if (!loss) return <p className="caption">not known</p>;
  // What has gone, as a snow, isn't lost any more.
  if (!row.lossKwhPerDay || row.standing.length === 0) return <p className="caption">nothing</p>;
  return (
    <div className="flex flex-wrap items-baseline gap-x-1.5">
      <Figure
        bare
        label="Lost a day"
        value={loss.value}
        origin={{
          formula: "Σ(expected − measured) over days on which a cause stands ÷ days counted × worth of a kWh",
          inputs: [
            ["Lost energy a day", `${amount(row.lossKwhPerDay)} kWh`],
            ["Known to", loss.band],
            ["Days counted", String(row.countedDays)],
            ["Data until", row.asOf ? dayText(row.asOf) : "none"],
            ["Nameplate", row.nameplateKw === null ? "not known" : `${amount(row.nameplateKw)} kWp`],
          ],
          source:
            "Expected: healthy array in the measured weather, known to its band (95 %). Worth: self-used share at the import price, the rest at the export price.",
          shows: row.cases[0] && row.asOf ? showsAt(row.cases[0].id, "triage", {}, "its days") : undefined,
        }}
      />
      <span className="caption figures">{loss.band}</span>
    </div>
  );
}
