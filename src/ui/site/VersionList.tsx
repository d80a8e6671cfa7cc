"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { SiteView } from "@/server/sites/openSite";
import { dayText, instantDay } from "../marks/words";
import { send } from "../send";

type Version = SiteView["versions"][number];

/** The as-built versions, newest first, with the days on which each holds; an older one can be made the present one again. */
export function VersionList({
  siteId,
  present,
  versions,
  timeZone,
}: {
  siteId: string;
  /** Number of the version that holds now. */
  present: number;
  versions: Version[];
  timeZone: string;
}) {
  const router = useRouter();
  const [said, setSaid] = useState("");
  const [back, setBack] = useState<{ version: number; validFrom: string | null } | null>(null);
  const path = (version: number) => `/api/sites/${encodeURIComponent(siteId)}/versions/${version}`;

  async function restore(version: number) {
    const answer = await send<{ version: number }>(`${path(version)}/restore`, "POST");
    setSaid("error" in answer ? answer.error : `As in version ${version} again, recorded as version ${answer.version}`);
    setBack(null);
    router.refresh();
  }

  async function date(version: number, validFrom: string | null, undone = false) {
    const answer = await send<{ before: string | null }>(`${path(version)}/day`, "PUT", { validFrom });
    if ("error" in answer) return setSaid(answer.error);
    setSaid(undone ? "As before" : `Version ${version} holds ${validFrom ? `from ${dayText(validFrom)} on` : "from the beginning"}`);
    setBack(undone ? null : { version, validFrom: answer.before });
    router.refresh();
  }

  return (
    <>
      <ul className="mt-2 border-t-2 border-ink">
        {versions.map((one) => (
          <li key={one.version} className="figures flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {one.version}: {one.note} <span className="caption">{instantDay(one.recordedAt, timeZone)}</span>
              <span className="caption block">{holdsWords(one, one.version === present)}</span>
            </span>
            {one.version === present ? null : (
              <>
                {one.holds ? (
                  <Link
                    href={`/sites/${encodeURIComponent(siteId)}/edit?version=${one.version}`}
                    aria-label={`Draw version ${one.version}`}
                  >
                    Draw it
                  </Link>
                ) : null}
                <button
                  type="button"
                  className="button"
                  onClick={() => void restore(one.version)}
                  aria-label={`Go back to version ${one.version}`}
                >
                  Go back
                </button>
              </>
            )}
            {versions.length > 1 && one.holds ? (
              <DayForm key={one.validFrom} version={one} onDate={(validFrom) => void date(one.version, validFrom)} />
            ) : null}
          </li>
        ))}
      </ul>
      <p role="status" className="flex min-h-6 flex-wrap items-center gap-x-4">
        {said}
        {back ? (
          <button type="button" className="button" onClick={() => void date(back.version, back.validFrom, true)}>
            Undo
          </button>
        ) : null}
      </p>
    </>
  );
}

/** Since when a version holds, folded away: it is asked when the version is made. */
function DayForm({ version: { version, validFrom }, onDate }: { version: Version; onDate: (validFrom: string | null) => void }) {
  const [day, setDay] = useState(validFrom ?? "");
  return (
    <details className="basis-full">
      <summary className="flex min-h-7 w-fit cursor-pointer items-center text-act text-sm underline max-desk:min-h-11">
        Holds from another day
      </summary>
      <form
        className="flex flex-wrap items-center gap-2 pb-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (day) onDate(day);
        }}
      >
        <input
          type="date"
          aria-label={`First day of version ${version}`}
          className="field w-44"
          value={day}
          onChange={(event) => setDay(event.target.value)}
        />
        <button type="submit" className="button" disabled={day === "" || day === validFrom}>
          From that day
        </button>
        <button type="button" className="button" disabled={validFrom === null} onClick={() => onDate(null)}>
          From the beginning
        </button>
      </form>
    </details>
  );
}

function holdsWords({ holds }: Version, present: boolean): string {
  if (!holds) return "put right by a later one";
  const { from, to } = holds;
  if (from && to) return `held from ${dayText(from)} to ${dayText(to)}`;
  if (from) return `present, from ${dayText(from)} on`;
  if (to) return `held until ${dayText(to)}`;
  return present ? "present, on all days" : "held on all days";
}
