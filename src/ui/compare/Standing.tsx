import Link from "next/link";
import { causePlace } from "@/core/diagnosis/causeWords";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { periodEnergy } from "@/core/diagnosis/periodEnergy";
import { judgeGap } from "@/core/expected/uncertainty";
import type { CaseView } from "@/server/cases/openCase";
import { Figure } from "../marks/Figure";
import { amount } from "../marks/words";
import { NOTHING_SELECTED, selectionQuery } from "../selection/selection";
import { showsAt } from "../selection/shows";
import { standingWords } from "./standingWords";

const EDGES = { wrong: "border-fix", open: "border-watch", sound: "border-sound" } as const;

/** How things stand in one sentence, what the gap proves, and where to go on. */
export function Standing({ view, chief }: { view: CaseView; chief: LedgerEntry | null }) {
  if (!view.analysis) return null;
  const { overview } = view.analysis;
  const { expectedKwh, measuredKwh } = periodEnergy(view.analysis);
  const { first, rest, look } = standingWords(
    { expectedKwh, measuredKwh, bandPct: overview.band.pct },
    view.ledger,
    chief && { ...chief, place: causePlace(view.site, chief, "technician") },
    view.site.location.timeZone,
  );
  const { gapPct } = judgeGap(expectedKwh, measuredKwh, overview.band.pct);
  const diagnose = `/cases/${view.id}/diagnose${chief ? selectionQuery({ ...NOTHING_SELECTED, cause: chief }) : ""}`;
  return (
    <div className={`flex flex-wrap items-center justify-between gap-x-5 gap-y-1 border-l-4 bg-raised px-3 py-1.5 ${EDGES[look]}`}>
      <p className="min-w-0 flex-1 basis-72">
        <strong>{first}</strong> {rest}
      </p>
      <Figure
        bare
        label="Gap"
        value={`${gapPct < 0 ? "+" : "\u2212"}${Math.abs(gapPct).toFixed(1)} %`}
        origin={{
          formula: "1 \u2212 measured / expected; proved where it is larger than the band",
          inputs: [
            ["Measured", `${amount(measuredKwh)} kWh`],
            ["Expected", `${amount(expectedKwh)} kWh`],
            ["Band (95 %)", `\u00b1${overview.band.pct.toFixed(1)} %`],
          ],
          source: "The band's parts stand at Expected and in the cascade.",
          shows: showsAt(view.id, "compare", {}, "from the sun to what was measured", "cascade"),
        }}
      />
      <Link href={diagnose} className="button button-act min-h-9 no-underline max-desk:min-h-11">
        {chief ? "See why" : "See what was looked at"}
      </Link>
    </div>
  );
}
