"use client";

import { useParams } from "next/navigation";
import { useEffect, useMemo, useRef, useState } from "react";
import { type CauseGroup, causeGroups, standingAndOver } from "@/core/diagnosis/causeGroups";
import type { Ledger as CaseLedger, LedgerEntry } from "@/core/diagnosis/ledger";
import { SEVERITIES, type Severity } from "@/core/inspection/severity";
import { SeverityMark } from "../marks/SeverityMark";
import { instantDay, lastDay } from "../marks/words";
import { showsAt } from "../selection/shows";
import { useSelection } from "../selection/useSelection";
import type { StationId } from "../shell/stations";
import { ContradictionList, DangerList } from "./LedgerBeside";
import { LedgerLine } from "./LedgerLine";

export interface LedgerProps {
  caseId: string;
  entries: LedgerEntry[];
  beside: Omit<CaseLedger, "entries">;
  findings: { id: string; severity: Severity; text: string }[];
  /** The entries' places in words, by cause and place. */
  places: Readonly<Record<string, string>>;
  timeZone: string;
  valuePerKwh: number | null;
  currency: string | null;
  period: { from: string; to: string } | null;
  /** Where it stands, so that ids in two copies don't collide. */
  place: "side" | "sheet";
}

/** The causes with what they took and how sure they are, those that stand above those that are over; a change since the last look is marked. */
export function Ledger({ caseId, entries, beside, findings, places, timeZone, valuePerKwh, currency, period, place }: LedgerProps) {
  const groups = useMemo(() => causeGroups(entries), [entries]);
  const { standing, over } = useMemo(() => standingAndOver(groups), [groups]);
  const moved = useMoves(groups);
  const { selection, select } = useSelection();
  const { station } = useParams<{ station: StationId }>();
  const isPicked = ({ cause, scope }: LedgerEntry) => selection.cause?.cause === cause && selection.cause.scope === scope;
  const graded = SEVERITIES.map((severity) => [severity, findings.filter((finding) => finding.severity === severity)] as const).filter(
    ([, list]) => list.length > 0,
  );
  const lines = (some: readonly CauseGroup[], of: string) =>
    some.map((group, k) => (
      <LedgerLine
        key={group.key}
        {...{ group, timeZone, valuePerKwh, currency }}
        at={places[group.key] ?? group.scope}
        id={`ledger-${place}-${of}-${k}`}
        picked={isPicked(group)}
        onPick={() => select({ cause: isPicked(group) ? null : { cause: group.cause, scope: group.scope } })}
        shows={
          group.since
            ? showsAt(caseId, station, { cause: { cause: group.cause, scope: group.scope } }, "the days on which it acted")
            : undefined
        }
        change={moved.get(group.key)}
      />
    ));
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
        <ul className="mt-3 flex flex-wrap gap-x-4 gap-y-1">
          {graded.map(([severity, list]) => (
            <li key={severity} className="flex items-baseline gap-1.5">
              <SeverityMark severity={severity} />
              <span className="figures">{list.length}</span>
            </li>
          ))}
        </ul>
      ) : null}
      <ol className="mt-3 border-t-2 border-ink" aria-label="Causes">
        {standing.length === 0 ? <li className="border-b border-rule py-3">Nothing stands.</li> : null}
        {lines(standing, "stands")}
      </ol>
      {over.length > 0 ? (
        <>
          <h3 className="caption mt-4 border-b border-rule-strong pb-0.5 font-semibold">Over</h3>
          <ol aria-label="Over, in the ledger">{lines(over, "over")}</ol>
        </>
      ) : null}
      <ContradictionList contradictions={beside.contradictions} />
    </div>
  );
}

/** What moved since the groups were last shown: new causes and changed confidences. */
function useMoves(groups: readonly CauseGroup[]): Map<string, string> {
  const before = useRef<Map<string, number> | null>(null);
  const [moves, setMoves] = useState<Map<string, string>>(new Map());
  useEffect(() => {
    const now = new Map(groups.map(({ key, confidence }) => [key, confidence]));
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
  }, [groups]);
  return moves;
}
