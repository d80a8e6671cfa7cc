import { CAUSES, type CauseId } from "@/core/causes/causes";
import { stageApplies } from "@/core/expected/applicable";
import { CASCADE_STAGES, type Cascade, type CascadeStage, TERMINALS } from "@/core/expected/cascade";
import { DEFAULT_MODEL } from "@/core/expected/options";
import type { CaseView } from "@/server/cases/openCase";
import { HatchPattern } from "../../marks/causeHatch";
import { Figure, type Origin } from "../../marks/Figure";
import { amount, percent } from "../../marks/words";
import { CASCADE_WORDS } from "./cascadeWords";

interface Row {
  key: string;
  name: string;
  /** Energy left after this row, kWh. */
  leftKwh: number;
  /** What it takes (negative) or gives, kWh; null for a sum. */
  changeKwh: number | null;
  look: "sum" | "model" | "measured" | { hatch: string };
  /** Half width of the band of an expected energy, %. */
  bandPct?: number;
  origin: Origin;
}

/** The loss cascade: from the sun on the planes down to what was measured, step by step and cause by cause. */
export function LossCascade({ view }: { view: CaseView }) {
  if (!view.analysis) return null;
  const rows = rowsOf(view);
  const top = rows[0].leftKwh;
  const causes = view.analysis.diagnosis.causes;
  return (
    <div>
      <svg width="0" height="0" className="absolute" aria-hidden="true">
        <defs>
          {causes.map(({ cause }, k) => (
            <HatchPattern key={`${cause}-${k.toString()}`} id={`cascade-${k}`} cause={cause} />
          ))}
          <pattern id="cascade-model" width="6" height="6" patternUnits="userSpaceOnUse">
            <path d="M0 6 L6 0" stroke="var(--rule-strong)" strokeWidth="1" />
          </pattern>
        </defs>
      </svg>
      <CascadeRows label="Loss cascade" rows={rows} top={top} />
      <h3 className="mt-5 mb-1 font-semibold">The healthy array, on to the meter</h3>
      <CascadeRows label="From the terminals to the meter" rows={meterRows(view)} top={top} />
    </div>
  );
}

function CascadeRows({ label, rows, top }: { label: string; rows: Row[]; top: number }) {
  return (
    <ol aria-label={label} className="border-t-2 border-ink">
      {rows.map((row, k) => {
        const before = k === 0 || row.changeKwh === null ? 0 : row.leftKwh - row.changeKwh;
        const [from, to] = row.changeKwh === null ? [0, row.leftKwh] : [Math.min(before, row.leftKwh), Math.max(before, row.leftKwh)];
        return (
          <li
            key={row.key}
            className={`grid grid-cols-[minmax(0,1fr)_10.5rem] items-center gap-x-4 border-b border-rule py-1 md:grid-cols-[15rem_minmax(0,1fr)_10.5rem] ${row.changeKwh === null ? "font-semibold" : ""}`}
          >
            <span className="md:col-start-1 md:row-start-1">{row.name}</span>
            <svg
              viewBox="0 0 600 20"
              preserveAspectRatio="none"
              className="col-span-2 row-start-2 h-4 w-full md:col-span-1 md:col-start-2 md:row-start-1"
              aria-hidden="true"
            >
              <rect
                x={(from / top) * 600}
                y="2"
                width={Math.max(1.5, ((to - from) / top) * 600)}
                height="16"
                fill={fillOf(row)}
                stroke={row.look === "measured" ? "var(--measured)" : "var(--ink)"}
                strokeWidth="1.2"
                strokeDasharray={row.look === "sum" ? "5 3.5" : undefined}
                vectorEffect="non-scaling-stroke"
              />
            </svg>
            <span className="text-right md:col-start-3 md:row-start-1">
              <Figure
                bare
                label={row.name}
                value={row.changeKwh === null ? amount(row.leftKwh, 0) : signed(row.changeKwh)}
                unit={row.bandPct === undefined ? "kWh" : `kWh ±${row.bandPct.toFixed(0)} %`}
                origin={row.origin}
              />
            </span>
          </li>
        );
      })}
    </ol>
  );
}

function fillOf({ look }: Row): string {
  if (look === "measured") return "var(--measured)";
  if (look === "sum") return "none";
  return look === "model" ? "url(#cascade-model)" : `url(#${look.hatch})`;
}

function signed(kwh: number): string {
  if (Math.abs(kwh) < 0.5) return "0";
  return `${kwh > 0 ? "+" : "\u2212"}${amount(Math.abs(kwh), 0)}`;
}

const STEPS_OF_THEIR_OWN: ReadonlySet<string> = new Set<CauseId>(["clipping", "start-threshold"]);

function rowsOf(view: CaseView): Row[] {
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
  const places = new Map<string, { title: string; hatch: string; lossKwh: number; spells: string[]; formula: string }>();
  diagnosis.causes.forEach((cause, k) => {
    // What the inverters' own limits take has its steps above: told again it would be taken off twice.
    if (cause.lossKwh === 0 || STEPS_OF_THEIR_OWN.has(cause.cause)) return;
    const title = `${view.ledger.find((entry) => entry.cause === cause.cause)?.title ?? cause.cause} (${cause.scope})`;
    const place = places.get(title) ?? { title, hatch: `cascade-${k}`, lossKwh: 0, spells: [], formula: CAUSES[cause.cause].loss.formula };
    place.lossKwh += cause.lossKwh;
    place.spells.push(`${cause.from.slice(0, 10)} to ${cause.to?.slice(0, 10) ?? "now"}`);
    places.set(title, place);
  });
  for (const { title, hatch, lossKwh, spells, formula } of places.values()) {
    left -= lossKwh;
    rows.push({
      key: title,
      name: title,
      leftKwh: left,
      changeKwh: -lossKwh,
      look: { hatch },
      origin: {
        formula,
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
function meterRows(view: CaseView): Row[] {
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
