"use client";

import { ChevronsLeft, ChevronsRight, TriangleAlert } from "lucide-react";
import { causeGroups, standingAndOver } from "@/core/diagnosis/causeGroups";
import { HatchSwatch } from "../marks/causeHatch";
import { useSelection } from "../selection/useSelection";
import { toggleLedger } from "./fold";
import { Ledger, type LedgerProps } from "./Ledger";

/** The ledger at the desk: beside every station, or folded to a spine of the causes' hatches where width is wanted. */
export function LedgerSide(ledger: Omit<LedgerProps, "place">) {
  const { selection, select } = useSelection();
  const { standing, over } = standingAndOver(causeGroups(ledger.entries));
  const button = "grid size-9 place-items-center border border-transparent hover:border-rule-strong";
  return (
    <aside
      aria-label="Evidence ledger"
      className="no-print hidden w-80 shrink-0 border-l border-rule desk:sticky desk:top-12 desk:block desk:h-[calc(100dvh-3rem)] desk:overflow-y-auto [[data-ledger=folded]_&]:w-14"
    >
      <div className="relative px-5 py-6 [[data-ledger=folded]_&]:hidden">
        <button type="button" className={`${button} absolute top-4 right-3`} onClick={toggleLedger} title="Fold the ledger (L)">
          <ChevronsRight className="size-5" aria-hidden="true" />
          <span className="sr-only">Fold the ledger</span>
        </button>
        <Ledger {...ledger} place="side" />
      </div>
      <div className="hidden justify-items-center gap-1.5 py-4 [[data-ledger=folded]_&]:grid">
        <button type="button" className={button} onClick={toggleLedger} title="Unfold the ledger (L)">
          <ChevronsLeft className="size-5" aria-hidden="true" />
          <span className="sr-only">Unfold the ledger</span>
        </button>
        {ledger.beside.danger.length > 0 ? (
          <TriangleAlert
            className="size-6 text-stop"
            role="img"
            aria-label={`Danger: ${ledger.beside.danger.map(({ why }) => why).join("; ")}`}
          />
        ) : null}
        {[...standing, ...over].map(({ key, cause, scope, title, stands }, k) => {
          const picked = selection.cause?.cause === cause && selection.cause.scope === scope;
          const words = `${title}, ${ledger.places[key] ?? scope}${stands ? "" : ", over"}`;
          return (
            <button
              key={key}
              type="button"
              aria-pressed={picked}
              aria-label={words}
              title={words}
              className={`${button} ${picked ? "border-l-4 border-l-act bg-raised" : ""} ${k === standing.length && k > 0 ? "mt-2" : ""}`}
              onClick={() => select({ cause: picked ? null : { cause, scope } })}
            >
              <HatchSwatch cause={cause} id={`ledger-spine-${k}`} />
            </button>
          );
        })}
      </div>
    </aside>
  );
}
