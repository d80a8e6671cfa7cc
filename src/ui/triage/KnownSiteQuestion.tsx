"use client";

import { useState } from "react";
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
      {/* biome-ignore lint/a11y/noNoninteractiveTabindex: a part that scrolls has to be reached by keyboard */}
      <section className="relative mt-2 max-h-72 overflow-auto" aria-label="Differences" tabIndex={0}>
        <table className="w-full border-t-2 border-ink text-left">
          <thead>
            <tr className="caption">
              <th className="py-1 pr-4 font-normal">What</th>
              <th className="pr-4 font-normal">Now</th>
              <th className="font-normal">In the file</th>
            </tr>
          </thead>
          <tbody>
            {known.differences.map(({ words, key, before, after }) => (
              <tr key={key} className="border-t border-rule align-top">
                <td className="py-1 pr-4">
                  {words}
                  <span className="caption block font-mono wrap-anywhere">{key}</span>
                </td>
                <td className="figures py-1 pr-4 wrap-anywhere">{before}</td>
                <td className="figures py-1 wrap-anywhere">{after}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </section>
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
