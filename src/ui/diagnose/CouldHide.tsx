import { CAUSES, type CauseId } from "@/core/causes/causes";
import { causePlace } from "@/core/diagnosis/causeWords";
import type { Ledger } from "@/core/diagnosis/ledger";
import type { SiteFile } from "@/core/site/siteSchema";
import { CautionLine } from "../marks/CautionLine";
import { Figure } from "../marks/Figure";
import { amount } from "../marks/words";

/** How the size is found of causes that are fitted. */
const LAID_ON = {
  formula: "least size for which Δ ln likelihood > price + 1.28 · √(2 · price)",
  source:
    "It is laid on what was measured, at growing size, and held against what a cause has to explain before it is believed; nine in ten of that size would have been told (docs/diagnosis.md).",
};
const STEP = {
  formula: "1 − e^(−4.5 · standard error of a step) × part of the nameplate",
  source:
    "A step down of the unit's power is told from 4½ of its errors beyond level, slope and bend of 60 days on either side (docs/diagnosis.md).",
};
/** And of those that aren't. */
const OTHER_WAYS: Partial<Record<CauseId, typeof STEP>> = {
  "bypass-conducting": STEP,
  "series-resistance": STEP,
  "module-converter-failed": STEP,
  "inverter-outage": {
    formula: "Σ due output of hours without any under snow ÷ Σ due output",
    source: "What was due while nothing came and snow is taken for why: a stop then would look the same.",
  },
};

type Entry = Ledger["couldHide"][number];

/** What could be there without these data telling it: nothing told isn't nothing there. */
export function CouldHide({ entries, site }: { entries: readonly Entry[]; site: SiteFile }) {
  if (entries.length === 0) return null;
  const bySize = [...entries].sort((one, other) => (other.underPct ?? 100) - (one.underPct ?? 100));
  const lists = [
    ["Too small to be told", bySize.filter(({ lacks }) => lacks === null)],
    ["Asks for more than these data hold", bySize.filter(({ lacks }) => lacks !== null)],
  ] as const;
  return (
    <section aria-labelledby="could-hide-title" className="my-5">
      <h2 id="could-hide-title" className="text-lg">
        Not enough to say
      </h2>
      <p className="caption mt-1">What could be there without these data telling it.</p>
      <div className="mt-2 grid gap-x-8 gap-y-4 md:grid-cols-2">
        {lists.map(([name, list]) =>
          list.length > 0 ? (
            <div key={name}>
              <h3 className="caption border-b border-rule pb-1 font-semibold">{name}</h3>
              <ul aria-label={name}>
                {list.map((entry) => (
                  <Row key={`${entry.cause}/${entry.scope}`} entry={entry} place={causePlace(site, entry, "technician")} />
                ))}
              </ul>
            </div>
          ) : null,
        )}
      </div>
    </section>
  );
}

function Row({ entry, place }: { entry: Entry; place: string }) {
  const { cause, lacks, look } = entry;
  const { title, caution } = CAUSES[cause];
  return (
    <li className="border-b border-rule py-1.5">
      <div className="flex flex-wrap items-baseline justify-between gap-x-3">
        <p>
          {title}, {place}
        </p>
        {lacks === null ? <Size entry={entry} /> : null}
      </div>
      {lacks === null ? null : <p className="caption">needs {lacks}</p>}
      <details className="caption">
        <summary className="min-h-8 cursor-pointer text-act underline">How to see it</summary>
        <p className="text-ink">{look}.</p>
        {caution ? <CautionLine>{caution}</CautionLine> : null}
      </details>
    </li>
  );
}

function Size({ entry: { cause, underPct, underKwh, ofReading } }: { entry: Entry }) {
  if (underPct === null) return <p>of any size</p>;
  return (
    <div className="flex items-baseline gap-x-1">
      <span className="caption">under</span>
      <Figure
        bare
        label={`${CAUSES[cause].title}: what could hide`}
        value={`${underPct.toFixed(1)} %${ofReading ? " of the reading" : underKwh === null ? "" : `, ${amount(underKwh)} kWh`}`}
        origin={{
          ...(OTHER_WAYS[cause] ?? LAID_ON),
          inputs: [[ofReading ? "Of the reading" : "Of the energy", `${underPct.toFixed(1)} %`]],
        }}
      />
    </div>
  );
}
