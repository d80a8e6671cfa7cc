import type { LedgerEntry } from "@/core/diagnosis/ledger";
import { Figure } from "../marks/Figure";
import { dayText, readableDays } from "../marks/words";
import { type Shows, showsAt } from "../selection/shows";
import { strengthWords } from "./strengthWords";

/** What speaks for a cause and what against it, each fact with how much it says; its weight in numbers one step deeper. */
export function ForAndAgainst({ entry: { evidence }, caseId }: { entry: Pick<LedgerEntry, "evidence">; caseId: string }) {
  const [forIt, against] = [evidence.filter(({ weight }) => weight >= 0), evidence.filter(({ weight }) => weight < 0)];
  return (
    <div className={`grid gap-x-6 gap-y-2 ${against.length > 0 ? "sm:grid-cols-2" : ""}`}>
      <Facts title="For it" facts={forIt} caseId={caseId} />
      {against.length > 0 ? <Facts title="Against it" facts={against} caseId={caseId} /> : null}
    </div>
  );
}

function Facts({ title, facts, caseId }: { title: string; facts: LedgerEntry["evidence"]; caseId: string }) {
  return (
    <section aria-label={title}>
      <h3 className="font-semibold">{title}</h3>
      <ul className="grid gap-1">
        {facts.map(({ text, weight, from }) => (
          <li key={`${from}/${weight}/${text}`} className="border-l-2 border-rule-strong pl-2 leading-snug">
            {readableDays(text)}{" "}
            {weight === 0 ? (
              <span className="caption">no weight of its own</span>
            ) : (
              <Figure
                inline
                label={`Weight of: ${text}`}
                value={strengthWords(weight)}
                origin={{
                  formula: "log odds after = log odds before + weight",
                  inputs: [
                    ["Weight, natural log odds", `${weight < 0 ? "\u2212" : "+"}${Math.abs(weight).toFixed(1)}`],
                    ["Odds times", Math.exp(weight).toPrecision(2)],
                    ["From", from === "data" ? "the data" : from === "finding" ? "the walk" : "a reading"],
                  ],
                  source:
                    "Weights are taken as independent (Good 1950). Words by Kass & Raftery 1995: over 3 times worth a word, over 20 strong, over 150 very strong.",
                  shows: dayShown(text, caseId),
                }}
              />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The day that a fact names, where it names one. */
function dayShown(text: string, caseId: string): Shows | undefined {
  const day = /\b\d{4}-\d{2}-\d{2}\b/.exec(text)?.[0];
  return day ? showsAt(caseId, "diagnose", { day }, dayText(day)) : undefined;
}
