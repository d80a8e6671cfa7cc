import type { LedgerEntry } from "@/core/diagnosis/ledger";
import type { CaseView } from "@/server/cases/openCase";
import { HatchSwatch } from "../marks/causeHatch";
import { amount, instantDay, lastDay, sureness } from "../marks/words";
import { Overruling } from "./Overruling";
import { Reasons } from "./Reasons";

/** What is over: it cost what it cost and asks for nothing. Each opens to why it was told. */
export function PastCauses({ entries, view }: { entries: readonly LedgerEntry[]; view: CaseView }) {
  if (entries.length === 0) return null;
  const zone = view.site.location.timeZone;
  return (
    <section aria-labelledby="past-title">
      <h2 id="past-title" className="text-lg">
        Over
      </h2>
      <p className="caption">They cost what they cost and ask for nothing now.</p>
      <ul className="mt-1 border-t border-rule" aria-label="Causes that are over">
        {entries.map((entry, k) => (
          <li key={`${entry.cause}/${entry.scope}/${entry.since}`} className="border-b border-rule">
            <details>
              <summary className="grid min-h-11 cursor-pointer grid-cols-[1.75rem_minmax(0,1fr)_auto] items-center gap-x-3 py-1">
                <HatchSwatch cause={entry.cause} id={`past-${k}`} />
                <span>
                  <span className="font-semibold">{entry.title}</span> <span className="font-mono text-sm">{entry.scope}</span>{" "}
                  <span className="caption">
                    {entry.since
                      ? `${instantDay(entry.since, zone)} to ${entry.until ? lastDay(entry.until, zone) : "?"}`
                      : "from findings alone"}
                  </span>
                </span>
                <span className="figures">
                  {entry.lossKwh > 0 ? `${amount(entry.lossKwh)} kWh` : "no energy"}{" "}
                  <span className="caption">{sureness(entry.confidence)} sure</span>
                </span>
              </summary>
              <div className="pb-4">
                <Reasons entry={entry} />
                <Overruling caseId={view.id} entry={entry} known={view.field} brief={view.brief} timeZone={zone} />
              </div>
            </details>
          </li>
        ))}
      </ul>
    </section>
  );
}
