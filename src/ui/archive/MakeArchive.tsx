"use client";

import { useState } from "react";
import type { Job } from "@/server/jobs/jobs";
import { GoingOn } from "../job/GoingOn";
import { useJob } from "../job/useJob";
import { isRefusal, send } from "../send";

/** Writes everything that is known of a site into one file, and gives it. */
export function MakeArchive({ siteId }: { siteId: string }) {
  const { going, refused, tell, run, end, cancel } = useJob();
  const [made, setMade] = useState<{ id: string; words: string } | null>(null);

  async function make() {
    setMade(null);
    tell({ words: "Beginning", share: 0, jobId: null });
    const begun = await send<{ job: Job; archive: string }>(`/api/sites/${encodeURIComponent(siteId)}/archive`, "POST");
    if (isRefusal(begun)) return end([begun.error]);
    const words = await run(begun.job);
    if (words !== null) setMade({ id: begun.archive, words });
  }

  return (
    <div className="grid gap-2">
      <p>
        <button type="button" className="button" disabled={going !== null} onClick={() => void make()}>
          The whole site as one archive
        </button>
      </p>
      <p className="caption">As-builts, data and how they came, cases with findings and pictures: to keep, or for another Irradant.</p>
      <GoingOn going={going} refused={refused} nothing="No archive was written." onCancel={cancel} />
      <div role="status">
        {made ? (
          <a href={`/api/archives/${made.id}/file`} download>
            {made.words}
          </a>
        ) : null}
      </div>
    </div>
  );
}
