"use client";

import Link from "next/link";
import type { PartSum } from "@/core/draft/sums";
import { Figure } from "../marks/Figure";
import { SeverityMark } from "../marks/SeverityMark";
import { amount } from "../marks/words";
import { choose } from "../selection/useSelection";
import { useEditor } from "./EditorContext";

const partOf = ({ id, modules, kwp }: PartSum): [string, string] => [
  `${id}, ${modules} modules`,
  kwp === null ? "not told" : `${amount(kwp, 2)} kWp`,
];

/** What is being drawn, what it adds up to, and the steps back and forth. */
export function EditorHead({ siteId, version }: { siteId: string | null; version: number | null }) {
  const { draft, undo, redo, keptFromMs, discard, changed, read, sums, limits } = useEditor();
  const broken = limits.filter(({ ok }) => !ok);
  const ac = sums.inverters.some(({ acKw }) => acKw === null) ? null : sums.inverters.reduce((sum, { acKw }) => sum + (acKw ?? 0), 0);
  const { modules, kwp } = sums.all;
  return (
    <header className="border-b-2 border-ink pb-1.5">
      <div className="flex flex-wrap items-center justify-between gap-x-6 gap-y-2">
        <h1 className="text-2xl">{draft.name || draft.id || "A new site"}</h1>
        <div className="flex flex-wrap items-center gap-2">
          <button type="button" className="button min-h-9 max-desk:min-h-11" disabled={!undo} onClick={() => undo?.()}>
            Undo
          </button>
          <button type="button" className="button min-h-9 max-desk:min-h-11" disabled={!redo} onClick={() => redo?.()}>
            Redo
          </button>
          <button type="button" className="button min-h-9 max-desk:min-h-11" disabled={!changed} onClick={discard}>
            {version === null ? "Begin anew" : "As it is stored"}
          </button>
          <Link href={siteId ? `/sites/${encodeURIComponent(siteId)}` : "/"} className="px-2">
            {siteId ? "Back to the site" : "Back to Triage"}
          </Link>
        </div>
      </div>
      <div className="figures mt-1 flex flex-wrap items-baseline gap-x-5 gap-y-1" aria-live="polite">
        <span>
          <strong>{modules}</strong> modules{sums.unwired > 0 ? ` (${sums.unwired} wired to nothing)` : ""}
        </span>
        <div>
          {kwp === null ? (
            "? kWp"
          ) : (
            <Figure
              bare
              label="Power of all modules"
              value={amount(kwp, 2)}
              unit="kWp"
              origin={{
                formula: "Σ modules × power of their type",
                inputs: sums.planes.map(partOf),
                source: "data sheets, at standard test conditions",
              }}
            />
          )}
        </div>
        {sums.planes.length > 1 ? (
          <span className="text-quiet">
            {sums.planes
              .map(({ id, modules: own, kwp: power }) => `${id} ${own}${power === null ? "" : `, ${amount(power, 2)} kWp`}`)
              .join("; ")}
          </span>
        ) : null}
        {ac && kwp !== null ? (
          <div>
            <Figure
              bare
              label="DC/AC"
              value={`DC/AC ${amount(kwp / ac, 2)}`}
              origin={{
                formula: "Σ power of the modules / Σ AC rating of the inverters",
                inputs: [
                  ["Modules", `${amount(kwp, 2)} kWp`],
                  ["Inverters", `${amount(ac, 2)} kW`],
                ],
                source: "data sheets; what lies there wired to nothing counts too",
              }}
            />
          </div>
        ) : null}
        {broken.length > 0 ? (
          <button type="button" className="text-left underline" onClick={() => choose("leaf", "save")}>
            <SeverityMark severity={broken.some(({ concerns }) => concerns === "safety") ? "fix" : "watch"} />{" "}
            {broken.length === 1 ? broken[0].reason.split(":")[0] : `${broken.length} limits aren't held`}
          </button>
        ) : limits.length > 0 ? (
          <span className="text-quiet">{limits.length} limits held</span>
        ) : null}
        {read.faults.length > 0 ? (
          <button type="button" className="underline" onClick={() => choose("leaf", "save")}>
            {read.faults.length} still to tell
          </button>
        ) : null}
      </div>
      {keptFromMs !== null ? (
        <p className="mt-1 border-l-4 border-act bg-raised px-3 py-1">
          What you had drawn here on {new Date(keptFromMs).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })} is back; it
          isn&rsquo;t saved yet.
        </p>
      ) : null}
    </header>
  );
}
