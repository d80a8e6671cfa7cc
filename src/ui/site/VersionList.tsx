"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { SiteView } from "@/server/sites/openSite";
import { instantDay } from "../marks/words";
import { send } from "../send";

/** The as-built versions, newest first; an older one can be made the present one again. */
export function VersionList({ siteId, versions, timeZone }: { siteId: string; versions: SiteView["versions"]; timeZone: string }) {
  const router = useRouter();
  const [said, setSaid] = useState("");

  async function restore(version: number) {
    const answer = await send<{ version: number }>(`/api/sites/${encodeURIComponent(siteId)}/versions/${version}/restore`, "POST");
    setSaid("error" in answer ? answer.error : `As in version ${version} again, recorded as version ${answer.version}`);
    router.refresh();
  }

  return (
    <>
      <ul className="mt-2 border-t-2 border-ink">
        {versions.map(({ version, recordedAt, note }, k) => (
          <li key={version} className="figures flex flex-wrap items-center gap-x-3 border-b border-rule py-1.5">
            <span className="min-w-0 flex-1 wrap-anywhere">
              {version}: {note} <span className="caption">{instantDay(recordedAt, timeZone)}</span>
            </span>
            {k === 0 ? (
              <span className="caption">present</span>
            ) : (
              <button type="button" className="button" onClick={() => void restore(version)} aria-label={`Go back to version ${version}`}>
                Go back
              </button>
            )}
          </li>
        ))}
      </ul>
      <p role="status" className="min-h-6">
        {said}
      </p>
    </>
  );
}
