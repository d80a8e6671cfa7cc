import { CAUSES } from "@/core/causes/causes";
import type { CauseGroup } from "@/core/diagnosis/causeGroups";
import type { LedgerEntry } from "@/core/diagnosis/ledger";
import type { Origin } from "../marks/Figure";
import { amount } from "../marks/words";
import { strengthWords } from "./strengthWords";

/** Characters of a fact that still name it. */
const MOST_OF_FACT = 60;

/** How sure a cause is, opened: what it was before, and how much each fact says. */
export function sureOrigin({ cause, evidence }: Pick<LedgerEntry, "cause" | "evidence">): Origin {
  return {
    formula: "p = 1 / (1 + e^−(prior + Σ weights))",
    inputs: [
      ["Prior, natural log odds", CAUSES[cause].priorLogOdds.toFixed(1)],
      ...evidence.map(({ text, weight }): [string, string] => [
        text.length > MOST_OF_FACT ? `${text.slice(0, MOST_OF_FACT - 2)}…` : text,
        `${strengthWords(weight)}, ${weight < 0 ? "\u2212" : "+"}${Math.abs(weight).toFixed(1)}`,
      ]),
    ],
    source:
      "Weights are natural log odds, taken as independent (Good 1950). Of a fitted cause the first makes −0.6 + 0.08 for each log unit that it explains beyond its price and its best rival, at most 4.8, with prior and the others: docs/diagnosis.md. Of several spells the surest.",
  };
}

/** What a cause took in all its spells, opened. @param worth the worth of a kilowatt-hour in words; null where it isn't known */
export function lossOrigin({ cause, lossKwh, spells }: CauseGroup, worth: string | null): Origin {
  return {
    formula: `${CAUSES[cause].loss.formula}${worth ? "; worth = energy × worth of a kWh" : ""}`,
    inputs: [
      ["Energy", `${amount(lossKwh)} kWh`],
      ["Spells", String(spells.length)],
      ...(worth ? [["Worth of a kWh", worth] as [string, string]] : []),
    ],
    source: `${CAUSES[cause].loss.source} More at Diagnose.`,
  };
}

/** What the energy of a cause is worth, opened. @param worth the worth of a kilowatt-hour in words */
export function worthOrigin(energy: string, worth: string): Origin {
  return {
    formula: "energy × worth of a kWh",
    inputs: [
      ["Energy", energy],
      ["Worth of a kWh", worth],
    ],
    source: "Tariff and self-use share in the site file.",
  };
}
