"use client";

import { useState } from "react";
import { DifferenceTable } from "../marks/DifferenceTable";
import { type SinceChoice, SinceWhen, sinceOf, UNSAID } from "../site/SinceWhen";

/** What the server says of a site whose id a file has too. */
export interface KnownSite {
  siteId: string;
  name: string;
  version: number;
  /** First day of that version, null for as long as the site stands. */
  validFrom: string | null;
  differences: { words: string; key: string; before: string; after: string }[];
}

/** Asks what a site file with a known id is to be, with what differs. Nothing has been changed yet. */
export function KnownSiteQuestion({
  known,
  onAnswer,
}: {
  known: KnownSite;
  /** @param since of a new version */
  onAnswer: (as: "new-version" | "new-site" | null, since?: string) => void;
}) {
  const [choice, setChoice] = useState<SinceChoice>(UNSAID);
  const since = sinceOf(choice);
  return (
    <section aria-label={`Is this ${known.name}?`} className="mt-4 max-w-4xl border-2 border-ink bg-raised p-4">
      <h2 className="text-lg">
        There is a site “{known.siteId}” already: {known.name}, version {known.version}
      </h2>
      <p className="mt-1">The file differs from it in this:</p>
      <DifferenceTable
        heads={["What", "Now", "In the file"]}
        rows={known.differences.map(({ words, key, before, after }) => ({
          key,
          cells: [<Named key={key} words={words} path={key} />, before, after],
        }))}
      />
      <div className="mt-3">
        <SinceWhen choice={choice} onChoose={setChoice} notBefore={known.validFrom} />
      </div>
      <div className="mt-2 flex flex-wrap gap-3">
        <button
          type="button"
          className="button button-act"
          disabled={since === null}
          onClick={() => onAnswer("new-version", since ?? "same")}
        >
          The same site: new version
        </button>
        <button type="button" className="button" onClick={() => onAnswer("new-site")}>
          Another site: keep both
        </button>
        <button type="button" className="button" onClick={() => onAnswer(null)}>
          Leave it
        </button>
      </div>
    </section>
  );
}

/** A key of the file in words, with itself below. */
function Named({ words, path }: { words: string; path: string }) {
  return (
    <>
      {words}
      <span className="caption block font-mono">{path}</span>
    </>
  );
}
