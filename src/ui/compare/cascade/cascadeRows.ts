import { CAUSES, type CauseId } from "@/core/causes/causes";
import { causePlace } from "@/core/diagnosis/causeWords";
import { stageApplies } from "@/core/expected/applicable";
import { CASCADE_STAGES, type Cascade, type CascadeStage, TERMINALS } from "@/core/expected/cascade";
import { DEFAULT_MODEL } from "@/core/expected/options";
import type { CaseView } from "@/server/cases/openCase";
import type { Origin } from "../../marks/Figure";
import { amount, instantDay, lastDay, percent } from "../../marks/words";
import { CASCADE_WORDS } from "./cascadeWords";

/** A step of the cascade. */
export interface Row {
  key: string;
  name: string;
  /** Energy left after this row, kWh. */
  leftKwh: number;
  /** What it takes (negative) or gives, kWh; null for a sum. */
  changeKwh: number | null;
  look: "sum" | "model" | "measured" | { cause: CauseId };
  /** Half width of the band of an expected energy, %. */
  bandPct?: number;
  origin: Origin;
}

const STEPS_OF_THEIR_OWN: ReadonlySet<string> = new Set<CauseId>(["clipping", "start-threshold"]);

/** From the sun on the planes down to what was measured. */
export function lossRows(view: CaseView): Row[] {
  const { diagnosis, overview } = view.analysis as NonNullable<CaseView["analysis"]>;
  const { cascade } = overview;
  const rows: Row[] = [];
  let left = cascade.sun;
  for (const stage of CASCADE_STAGES.slice(0, CASCADE_STAGES.indexOf(TERMINALS) + 1)) {
    if (stageApplies(view.site, stage)) rows.push(stageRow(cascade, stage, left));
    left = cascade[stage];
  }
  rows.push({
    key: "expected",
    name: "Expected at the terminals",
    leftKwh: left,
    changeKwh: null,
    look: "sum",
    bandPct: overview.band.pct,
    origin: {
      formula: "Band = 2 · √Σ uᵢ²",
      inputs: [
        ...overview.band.doubts.map(({ name, pct }): [string, string] => [name, `±${pct} %`]),
        ["Band (95 %)", `±${overview.band.pct.toFixed(1)} %`],
      ],
      source: overview.band.doubts.map(({ name, source }) => `${name}: ${source}`).join(". "),
    },
  });
  for (const { cause, title, scope, lossKwh, spells } of placesOf(view)) {
    left -= lossKwh;
    rows.push({
      ...{
        key: `${cause}/${scope}`,
        name: `${title}, ${causePlace(view.site, { cause, scope }, "technician")}`,
        leftKwh: left,
        changeKwh: -lossKwh,
        look: { cause },
      },
      origin: {
        formula: CAUSES[cause].loss.formula,
        inputs: spells.map((spell, n): [string, string] => [spells.length > 1 ? `Spell ${n + 1}` : "When", spell]),
        source: "Reasons and the next test are at Diagnose.",
      },
    });
  }
  const { measuredKwh } = diagnosis.energy;
  rows.push({
    key: "unexplained",
    name: "Unexplained",
    leftKwh: measuredKwh,
    changeKwh: measuredKwh - left,
    look: "model",
    origin: {
      formula: "measured − (expected − Σ causes)",
      inputs: [
        ["Share of expected", percentOf(measuredKwh - left, cascade.rating)],
        ["Band", `±${overview.band.pct.toFixed(1)} %`],
      ],
      source: "Within the band this is the doubt of the comparison itself, not a fault.",
    },
  });
  rows.push({
    key: "measured",
    name: "Measured",
    leftKwh: measuredKwh,
    changeKwh: null,
    look: "measured",
    origin: {
      formula: "Σ P · Δt",
      inputs: overview.units.map(({ scope, measuredBy }): [string, string] => [scope, measuredBy]),
      source: "Imported production data.",
    },
  });
  return rows;
}

/** What the stages behind the terminals take of the healthy array. */
export function meterRows(view: CaseView): Row[] {
  const { cascade, band } = (view.analysis as NonNullable<CaseView["analysis"]>).overview;
  const sum = (key: string, name: string, leftKwh: number, source: string): Row => ({
    ...{ key, name, leftKwh, changeKwh: null, look: "sum", bandPct: band.pct },
    origin: { formula: "Σ P · Δt", inputs: [["Band (95 %)", `±${band.pct.toFixed(1)} %`]], source },
  });
  const rows: Row[] = [sum("terminals", "Expected at the terminals", cascade[TERMINALS], "As above.")];
  let left = cascade[TERMINALS];
  for (const stage of CASCADE_STAGES.slice(CASCADE_STAGES.indexOf(TERMINALS) + 1)) {
    if (stageApplies(view.site, stage)) rows.push(stageRow(cascade, stage, left));
    left = cascade[stage];
  }
  rows.push(
    sum(
      "meter",
      "Expected at the meter",
      left,
      "What a meter behind all of these would count; less where the site uses its own power first.",
    ),
  );
  return rows;
}

function stageRow(cascade: Cascade, stage: CascadeStage, before: number): Row {
  const words = CASCADE_WORDS[stage];
  const change = cascade[stage] - before;
  const first = stage === "sun";
  return {
    key: stage,
    name: words.name,
    leftKwh: cascade[stage],
    changeKwh: first ? null : change,
    look: first ? "sum" : "model",
    origin: {
      formula: words.formula,
      inputs: first
        ? [["Transposition", DEFAULT_MODEL.transposition]]
        : [
            ["Before", `${amount(before)} kWh`],
            ["After", `${amount(cascade[stage])} kWh`],
            ["Share", percentOf(change, before)],
          ],
      source: words.source,
    },
  };
}

function percentOf(change: number, of: number): string {
  return of > 0 ? percent(change / of).replace("-", "\u2212") : "none";
}

/** What each cause took at each place, its spells together. */
function placesOf({ analysis, ledger, site }: CaseView) {
  const { causes } = (analysis as NonNullable<CaseView["analysis"]>).diagnosis;
  const places = new Map<string, { cause: CauseId; title: string; scope: string; lossKwh: number; spells: string[] }>();
  for (const { cause, scope, lossKwh, from, to } of causes) {
    // What the inverters' own limits take has its steps above: told again it would be taken off twice.
    if (lossKwh === 0 || STEPS_OF_THEIR_OWN.has(cause)) continue;
    const title = ledger.find((entry) => entry.cause === cause)?.title ?? cause;
    const place = places.get(`${cause}/${scope}`) ?? { cause, title, scope, lossKwh: 0, spells: [] };
    place.lossKwh += lossKwh;
    place.spells.push(spellText(from, to, site.location.timeZone));
    places.set(`${cause}/${scope}`, place);
  }
  return [...places.values()];
}

function spellText(from: string, to: string | null, timeZone: string): string {
  return to === null
    ? `from ${instantDay(from, timeZone)}, to the end of the data`
    : `${instantDay(from, timeZone)} to ${lastDay(to, timeZone)}`;
}
