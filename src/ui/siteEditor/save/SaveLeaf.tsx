"use client";

import { useEffect, useState } from "react";
import type { FormatFault } from "@/core/errors/formatError";
import type { SiteFile } from "@/core/site/siteSchema";
import { SITE_WORDS } from "@/core/site/siteWords";
import { choose } from "../../selection/useSelection";
import { DesignLimits } from "../../site/DesignLimits";
import { type SinceChoice, SinceWhen, sinceOf, UNSAID } from "../../site/SinceWhen";
import { useEditor } from "../EditorContext";
import { EDITOR_LEAVES, leafOf } from "./leafOf";

/** What is still missing, what the design breaks, and saving. */
export function SaveLeaf({
  base,
  validFrom,
  going,
  refused,
  onSave,
}: {
  base: number | null;
  /** First day of the version that was opened, null for as long as the site stands. */
  validFrom: string | null;
  going: boolean;
  refused: readonly string[];
  onSave: (site: SiteFile, reason: string, since: string) => void;
}) {
  const { read, changed, draft, name } = useEditor();
  // Who has been here wants to see at the fields what lacks.
  useEffect(name, [name]);
  const [reason, setReason] = useState(base === null ? "As built" : "");
  const [choice, setChoice] = useState<SinceChoice>(base === null ? { kind: "same" } : UNSAID);
  const since = sinceOf(choice);
  const { site, faults } = read;
  const nothing = base !== null && !changed;
  return (
    <div className="grid gap-6 lg:grid-cols-2">
      <section aria-labelledby="save-title" className="min-w-0">
        <h2 id="save-title" className="mb-1 font-semibold">
          {base === null ? "A new site" : "A new version"}
        </h2>
        <div className="border-t-2 border-ink pt-2">
          {faults.length > 0 ? (
            <>
              <p>{faults.length === 1 ? "One thing is missing or wrong:" : `${faults.length} things are missing or wrong:`}</p>
              <ul className="mt-1">
                {EDITOR_LEAVES.map((leaf) => (
                  <LeafFaults
                    key={leaf.id}
                    leaf={leaf}
                    faults={faults.filter(({ key = "" }) => leafOf(key).id === leaf.id)}
                    draft={draft}
                  />
                ))}
              </ul>
            </>
          ) : (
            <p>{nothing ? "Nothing differs from what is stored." : "Everything that a site needs is told."}</p>
          )}
          <form
            className="mt-3 grid gap-2"
            onSubmit={(event) => {
              event.preventDefault();
              if (site && reason.trim() && since && !nothing) onSave(site, reason.trim(), since);
            }}
          >
            {base === null ? null : <SinceWhen choice={choice} onChoose={setChoice} notBefore={validFrom} />}
            <label htmlFor="save-reason" className="caption">
              Why, for the history
            </label>
            <input
              id="save-reason"
              value={reason}
              maxLength={500}
              autoComplete="off"
              placeholder={base === null ? "" : "One string more on the barn; tilt was measured anew"}
              className="field"
              onChange={(event) => setReason(event.target.value)}
            />
            <p>
              <button
                type="submit"
                className="button button-act"
                disabled={going || site === null || nothing || since === null || reason.trim() === ""}
              >
                {base === null ? "Save the site" : "Save as a new version"}
              </button>
            </p>
          </form>
          {refused.length > 0 ? (
            <ul role="alert" className="mt-2 border-l-4 border-fix bg-raised px-3 py-2">
              {refused.map((line) => (
                <li key={line}>{line}</li>
              ))}
            </ul>
          ) : null}
        </div>
      </section>
      <section aria-labelledby="limits-drawn" className="min-w-0">
        <h2 id="limits-drawn" className="mb-1 font-semibold">
          Design limits
        </h2>
        <div className="border-t-2 border-ink pt-2">
          {site ? (
            <DesignLimits site={site} />
          ) : (
            <p className="caption">They stand here once nothing is missing; what can be held already stands in the line above.</p>
          )}
        </div>
      </section>
    </div>
  );
}

/** What one leaf still lacks, and the way there. */
function LeafFaults({ leaf, faults, draft }: { leaf: (typeof EDITOR_LEAVES)[number]; faults: readonly FormatFault[]; draft: unknown }) {
  if (faults.length === 0) return null;
  return (
    <li className="flex gap-x-3 border-b border-rule py-1">
      <button
        type="button"
        className="min-h-7 w-20 shrink-0 self-start text-left text-act underline max-desk:min-h-11"
        onClick={() => choose("leaf", leaf.id)}
      >
        {leaf.title}
      </button>
      <ul className="min-w-0 flex-1">
        {faults.map(({ key = "", found, expected }) => (
          <li key={`${key} ${expected}`}>
            {placeWords(key, draft)}
            {found === "nothing" ? null : (
              <span className="caption">
                : found {found}, expected {expected}
              </span>
            )}
          </li>
        ))}
      </ul>
    </li>
  );
}

/** A key of the draft in words, with the names of what it stands in: "roof: tilt from horizontal, degrees". */
function placeWords(key: string, draft: unknown): string {
  const parts = key.split(".");
  const schemaKey = parts.reduce((path, part) => (/^\d+$/.test(part) ? `${path}[]` : path ? `${path}.${part}` : part), "");
  const names: string[] = [];
  let at: unknown = draft;
  for (const part of parts) {
    at = typeof at === "object" && at !== null ? (at as Record<string, unknown>)[part] : undefined;
    const id = typeof at === "object" && at !== null && !Array.isArray(at) ? (at as { id?: unknown }).id : undefined;
    if (typeof id === "string") names.push(id);
  }
  const words = SITE_WORDS[schemaKey] ?? SITE_WORDS[schemaKey.replace(/\[\]$/, "")] ?? key;
  const short = words.split(/[;:]/)[0];
  return names.length > 0 ? `${names.join(", ")}: ${short}` : short;
}
