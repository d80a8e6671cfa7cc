"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { CAUSES } from "@/core/causes/causes";
import type { Ledger as CaseLedger, LedgerEntry } from "@/core/diagnosis/ledger";
import { SEVERITIES, type Severity } from "@/core/inspection/severity";
import { HatchSwatch } from "../marks/causeHatch";
import { Figure, type Origin } from "../marks/Figure";
import { SeverityMark } from "../marks/SeverityMark";
import { amount, instantDay, lastDay, money, sureness } from "../marks/words";
import { useSelection } from "../selection/useSelection";
import { ContradictionList, DangerList } from "./LedgerBeside";

export interface LedgerProps {
  entries: LedgerEntry[];
  beside: Omit<CaseLedger, "entries">;
  findings: { id: string; severity: Severity; text: string }[];
  /** The entries' places in words, by scope. */
  places: Readonly<Record<string, string>>;
  timeZone: string;
  valuePerKwh: number | null;
  currency: string | null;
  period: { from: string; to: string } | null;
  /** Where it stands, so that ids in two copies don't collide. */
  place: "side" | "sheet";
}

/** Past spells of one cause at one place, as one line. */
interface LedgerLine extends LedgerEntry {
  spells: number;
}

/** What stands keeps a line of its own; what ended is summed by cause and place. */
function linesOf(entries: readonly LedgerEntry[]): LedgerLine[] {
  const lines = new Map<string, LedgerLine>();
  for (const entry of entries) {
    const key = entry.stands ? `${entry.cause}/${entry.scope}/${entry.since}` : `${entry.cause}/${entry.scope}/ended`;
    const known = lines.get(key);
    if (!known) lines.set(key, { ...entry, spells: 1 });
    else {
      lines.set(key, {
        ...known,
        spells: known.spells + 1,
        lossKwh: known.lossKwh + entry.lossKwh,
        confidence: Math.max(known.confidence, entry.confidence),
        since: [known.since, entry.since].sort()[0],
        until: [known.until, entry.until].sort()[1],
      });
    }
  }
  return [...lines.values()].sort((a, b) => b.lossKwh - a.lossKwh);
}

const keyOf = (entry: LedgerEntry) => `${entry.cause}/${entry.scope}/${entry.stands ? entry.since : "ended"}`;

/** Causes so far with what they explain and how sure they are; a change since the last look is marked. */
export function Ledger({ entries: all, beside, findings, places, timeZone, valuePerKwh, currency, period, place }: LedgerProps) {
  const entries = useMemo(() => linesOf(all), [all]);
  const moved = useMoves(entries);
  const { selection, select } = useSelection();
  const isPicked = ({ cause, scope }: LedgerEntry) => selection.cause?.cause === cause && selection.cause.scope === scope;
  const graded = SEVERITIES.map((severity) => [severity, findings.filter((finding) => finding.severity === severity)] as const).filter(
    ([, list]) => list.length > 0,
  );
  return (
    <div>
      <h2 className="text-lg">Evidence ledger</h2>
      <p className="caption">
        {period ? `Data ${instantDay(period.from, timeZone)} to ${lastDay(period.to, timeZone)}` : "No data compared yet"} ·{" "}
        {findings.length} {findings.length === 1 ? "finding" : "findings"}
      </p>
      <div className="mt-3">
        <DangerList danger={beside.danger} />
      </div>
      {graded.length > 0 ? (
        <ul className="mt-3 grid gap-1">
          {graded.map(([severity, list]) => (
            <li key={severity} className="flex items-baseline justify-between gap-3">
              <SeverityMark severity={severity} />
              <span className="figures">{list.length}</span>
            </li>
          ))}
        </ul>
      ) : null}
      <ol className="mt-4 border-t-2 border-ink" aria-label="Causes">
        {entries.length === 0 ? <li className="py-4">No cause stands.</li> : null}
        {entries.map((entry, k) => {
          const change = moved.get(keyOf(entry));
          return (
            <li
              key={keyOf(entry)}
              className={`border-b border-rule py-3 ${isPicked(entry) ? "-mx-3 border-l-4 border-l-act bg-raised pr-3 pl-2" : ""}`}
            >
              <div className="flex items-start gap-2.5">
                <HatchSwatch cause={entry.cause} id={`ledger-${place}-${k}`} />
                <div className="min-w-0 flex-1">
                  <button
                    type="button"
                    className="block w-full text-left font-semibold hover:underline max-desk:min-h-11"
                    aria-pressed={isPicked(entry)}
                    title="Mark it in all pictures"
                    onClick={() => select({ cause: isPicked(entry) ? null : { cause: entry.cause, scope: entry.scope } })}
                  >
                    {entry.title}, <span className="font-normal">{places[entry.scope] ?? entry.scope}</span>
                  </button>
                  <div className="caption">
                    {entry.since
                      ? entry.until
                        ? `${instantDay(entry.since, timeZone)} to ${lastDay(entry.until, timeZone)}`
                        : `since ${instantDay(entry.since, timeZone)}`
                      : "From findings alone"}
                    {entry.spells > 1 ? `, ${entry.spells} times` : ""}
                  </div>
                  <div className="figures mt-1 flex flex-wrap justify-between gap-x-3">
                    {entry.lossKwh > 0 ? (
                      <Figure
                        bare
                        label={`Lost to ${entry.title} at ${entry.scope}`}
                        value={`${amount(entry.lossKwh)} kWh${valuePerKwh !== null && currency ? ` · ${money(entry.lossKwh * valuePerKwh, currency)}` : ""}`}
                        origin={lossOrigin(entry, valuePerKwh, currency)}
                      />
                    ) : (
                      <span>no energy told</span>
                    )}
                    <span className="flex items-baseline gap-1">
                      <Figure
                        bare
                        label={`Certainty of ${entry.title} at ${entry.scope}`}
                        value={`${sureness(entry.confidence)} sure`}
                        origin={sureOrigin(entry)}
                      />
                      {change ? (
                        <strong className="ml-1.5" data-testid="moved">
                          {change}
                        </strong>
                      ) : null}
                    </span>
                  </div>
                  <Sureness confidence={entry.confidence} />
                  {entry.overruled ? (
                    <p className="mt-1 font-semibold wrap-anywhere">
                      {entry.overruled.holds === "no" ? "Overruled" : "Confirmed"}: {entry.overruled.reason}
                    </p>
                  ) : null}
                  <p className="caption mt-1">
                    {entry.evidence.filter(({ from }) => from === "data").length} from data,{" "}
                    {entry.evidence.filter(({ from }) => from !== "data").length} from the site
                  </p>
                </div>
              </div>
            </li>
          );
        })}
      </ol>
      <ContradictionList contradictions={beside.contradictions} />
    </div>
  );
}

function lossOrigin(entry: LedgerLine, valuePerKwh: number | null, currency: string | null): Origin {
  const worth: [string, string][] = valuePerKwh !== null && currency ? [["Worth of a kWh", money(valuePerKwh, currency)]] : [];
  return {
    formula: `${CAUSES[entry.cause].loss.formula}; worth = energy × worth of a kWh`,
    inputs: [["Energy", `${amount(entry.lossKwh)} kWh`], ["Spells", String(entry.spells)], ...worth],
    source: `${CAUSES[entry.cause].loss.source} More at Diagnose.`,
  };
}

function sureOrigin(entry: LedgerLine): Origin {
  return {
    formula: "p = 1 / (1 + e^−(prior + Σ weights))",
    inputs: [
      ["Prior", CAUSES[entry.cause].priorLogOdds.toFixed(1)],
      ...entry.evidence.map(({ text, weight }): [string, string] => [text.length > 60 ? `${text.slice(0, 58)}…` : text, weight.toFixed(1)]),
    ],
    source:
      "Weights are natural log odds, taken as independent (Good 1950). Of a fitted cause the first makes −0.6 + 0.08 for each log unit that it explains beyond its price and its best rival, at most 4.8, with prior and the others: docs/diagnosis.md. Of several spells the surest.",
  };
}

/** A scale with ticks at the quarters. */
function Sureness({ confidence }: { confidence: number }) {
  return (
    <svg viewBox="0 0 200 9" preserveAspectRatio="none" className="mt-1 h-2 w-full" aria-hidden="true">
      <line x1="0" x2="200" y1="8" y2="8" stroke="var(--rule-strong)" strokeWidth="1" />
      {[0, 50, 100, 150, 200].map((x) => (
        <line key={x} x1={x} x2={x} y1="4" y2="8" stroke="var(--rule-strong)" strokeWidth="1" />
      ))}
      <rect x="0" y="2" width={200 * confidence} height="4" fill="var(--ink)" className="transition-[width] duration-500" />
    </svg>
  );
}

/** What moved since the entries were last shown: new causes and changed confidences. */
function useMoves(entries: LedgerEntry[]): Map<string, string> {
  const before = useRef<Map<string, number> | null>(null);
  const [moves, setMoves] = useState<Map<string, string>>(new Map());
  useEffect(() => {
    const now = new Map(entries.map((entry) => [keyOf(entry), entry.confidence]));
    const old = before.current;
    before.current = now;
    if (!old) return;
    const changed = new Map<string, string>();
    for (const [key, confidence] of now) {
      const was = old.get(key);
      if (was === undefined) changed.set(key, "new");
      else if (Math.abs(confidence - was) >= 0.001) changed.set(key, confidence > was ? "rises" : "falls");
    }
    if (changed.size > 0) setMoves(changed);
  }, [entries]);
  return moves;
}
