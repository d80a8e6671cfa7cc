"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Refusal, send } from "../send";
import { type KnownSite, KnownSiteQuestion } from "./KnownSiteQuestion";

interface Saved {
  id: string;
  version: number;
  changed: boolean;
}

/** Adds a site from its file. Where its id is known already, it asks what the file is to be. */
export function AddSite() {
  const router = useRouter();
  const [said, setSaid] = useState<string[]>([]);
  const [asked, setAsked] = useState<{ file: File; known: KnownSite } | null>(null);

  async function take(file: File, as: "ask" | "new-version" | "new-site" = "ask") {
    setAsked(null);
    const answer = await send<Saved>(`/api/sites?${new URLSearchParams({ name: file.name, as })}`, "POST", file);
    if (!("error" in answer)) {
      setSaid([savedWords(answer, as)]);
      router.refresh();
    } else if (answer.status === 409 && answer.details) {
      setSaid([]);
      setAsked({ file, known: answer.details as unknown as KnownSite });
    } else setSaid(faultWords(answer));
  }

  return (
    <section className="mt-8" aria-label="Add a site">
      <label htmlFor="site-file" className="button">
        Add a site from its file (*.site.json)
      </label>
      <input
        id="site-file"
        type="file"
        accept=".json,application/json"
        className="sr-only"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void take(file);
          event.target.value = "";
        }}
      />
      {asked ? (
        <KnownSiteQuestion
          known={asked.known}
          onAnswer={(as) => {
            if (as) return void take(asked.file, as);
            setAsked(null);
            setSaid(["Nothing was changed"]);
          }}
        />
      ) : null}
      <div role="status" className="mt-2 min-h-6">
        {said.length > 1 ? (
          <ul className="list-disc pl-6">
            {said.map((line) => (
              <li key={line} className="wrap-anywhere">
                {line}
              </li>
            ))}
          </ul>
        ) : (
          <p className="wrap-anywhere">{said[0]}</p>
        )}
      </div>
    </section>
  );
}

function savedWords({ id, version, changed }: Saved, as: string): string {
  if (!changed) return `${id}: the file says nothing new; as-built version ${version} stands`;
  const back = as === "new-version" ? ". Its page leads back to the version before" : "";
  return `${id}: as-built version ${version} recorded${back}`;
}

/** A file with five mistakes tells five, each on its line. */
function faultWords({ error, lines }: Refusal): string[] {
  return lines ?? [error];
}
