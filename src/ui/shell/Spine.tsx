"use client";

import Link from "next/link";
import { useParams } from "next/navigation";
import { selectionQuery } from "../selection/selection";
import { useSelection } from "../selection/useSelection";
import { STATIONS, type StationStates } from "./stations";

/** The stations of a case in working order: at the left on a desk, along the bottom in the field. */
export function Spine({ caseId, states, children }: { caseId: string; states: StationStates; children: React.ReactNode }) {
  const { station: current } = useParams<{ station: string }>();
  // What is picked goes along to the next station.
  const picked = selectionQuery(useSelection().selection);
  return (
    <nav
      aria-label="Stations"
      className="no-print desk:sticky desk:top-12 desk:h-[calc(100dvh-3rem)] desk:w-40 desk:shrink-0 desk:border-r desk:border-rule desk:py-6"
    >
      <ol className="fixed inset-x-0 bottom-0 z-30 flex border-t-2 border-ink bg-raised desk:static desk:flex-col desk:border-0 desk:bg-transparent">
        {STATIONS.map((station, k) => (
          <li key={station.id} className={`min-w-0 flex-1 desk:flex-none ${station.ready ? "" : "hidden desk:block"}`}>
            <Link
              href={`/cases/${caseId}/${station.id}${picked}`}
              aria-current={station.id === current ? "page" : undefined}
              className={`flex min-h-14 flex-col justify-center px-1 text-center no-underline desk:min-h-12 desk:border-l-4 desk:px-4 desk:py-1.5 desk:text-left ${
                station.id === current
                  ? "border-ink bg-sunken font-bold text-ink desk:bg-raised"
                  : "border-transparent text-ink hover:bg-raised"
              }`}
            >
              <span className="text-sm desk:text-base">
                <kbd className="figures mr-1.5 hidden border border-rule px-1 font-sans text-sm text-quiet desk:inline">{k + 1}</kbd>
                {station.title}
              </span>
              <span className="caption hidden font-normal desk:block">
                {station.ready ? (states[station.id] ?? "\u00a0") : "on paper for now"}
              </span>
            </Link>
          </li>
        ))}
      </ol>
      <div className="mt-4 hidden px-3 desk:block">{children}</div>
      <p className="caption mt-4 hidden px-4 desk:block">
        Keys: <kbd>1</kbd> to <kbd>8</kbd> for a station, <kbd>L</kbd> folds the ledger, <kbd>Ctrl K</kbd> finds anything.
      </p>
    </nav>
  );
}
