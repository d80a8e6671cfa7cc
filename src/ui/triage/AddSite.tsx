"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { send } from "../send";
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

  async function take(file: File, as: "ask" | "new-version" | "new-site" = "ask", since = "same") {
    setAsked(null);
    const answer = await send<Saved>(`/api/sites?${new URLSearchParams({ name: file.name, as, since })}`, "POST", file);
    if (!("error" in answer)) {
      setSaid([savedWords(answer, as)]);
      router.refresh();
    } else if (answer.status === 409 && answer.details) {
      setSaid([]);
      setAsked({ file, known: answer.details as unknown as KnownSite });
    } else setSaid([`Nothing was taken in of ${file.name}`, ...(answer.lines ?? [answer.error])]);
  }

  return (
    <section className="mt-8" aria-label="Add a site">
      <Link href="/new-site" className="button mr-3 mb-2">
        Draw a new site
      </Link>
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
          onAnswer={(as, since) => {
            if (as) return void take(asked.file, as, since);
            setAsked(null);
            setSaid(["Nothing was changed"]);
          }}
        />
      ) : null}
      <div role="status" className="mt-2 min-h-6">
        {said.length > 1 ? (
          <div className="border-l-4 border-stop bg-raised py-2 pr-3 pl-3">
            <p className="font-semibold wrap-anywhere">{said[0]}</p>
            <ul className="mt-1 list-disc pl-6">
              {said.slice(1).map((line) => (
                <li key={line} className="wrap-anywhere">
                  {line}
                </li>
              ))}
            </ul>
          </div>
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
