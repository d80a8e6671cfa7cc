"use client";

import Link from "next/link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { ArchiveView } from "@/server/archive/archives";
import type { Job } from "@/server/jobs/jobs";
import { GoingOn } from "../job/GoingOn";
import { useJob } from "../job/useJob";
import { isRefusal, send } from "../send";
import { ArchiveQuestion } from "./ArchiveQuestion";

/** Takes a site in out of its archive. Where it is here already, it says what differs and asks. */
export function TakeArchive() {
  const router = useRouter();
  const { going, refused, tell, run, end, cancel } = useJob();
  const [asked, setAsked] = useState<ArchiveView | null>(null);
  const [said, setSaid] = useState<{ words: string; siteId: string; former: string | null } | null>(null);

  async function show(id: string, words: string | null) {
    if (words === null) return;
    const view = await send<ArchiveView>(`/api/archives/${id}`, "GET");
    if (isRefusal(view)) return end([view.error]);
    setAsked(view.state === "asks" ? view : null);
    setSaid(view.state === "asks" ? null : { words, siteId: view.siteId, former: view.former });
    router.refresh();
  }

  async function bring(file: File) {
    setAsked(null);
    setSaid(null);
    tell({ words: `Sending ${file.name}`, share: null, jobId: null });
    const begun = await send<{ job: Job; archive: string }>(`/api/archives?${new URLSearchParams({ name: file.name })}`, "POST", file);
    if (isRefusal(begun)) return end(begun.lines ?? [begun.error]);
    await show(begun.archive, await run(begun.job));
  }

  async function replace(id: string) {
    setAsked(null);
    setSaid(null);
    tell({ words: "Beginning", share: 0, jobId: null });
    await show(id, await run(await send<Job>(`/api/archives/${id}/take`, "POST")));
  }

  return (
    <section className="grid gap-2" aria-label="Take a site from its archive">
      <p>
        <label htmlFor="archive-file" className="button has-disabled:opacity-55">
          Take a site from its archive (*.irradant.zip)
          <input
            id="archive-file"
            type="file"
            accept=".zip,application/zip"
            className="sr-only"
            disabled={going !== null}
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void bring(file);
              event.target.value = "";
            }}
          />
        </label>
      </p>
      <GoingOn going={going} refused={refused} nothing="Nothing was taken in." onCancel={cancel} />
      {asked ? (
        <ArchiveQuestion
          archive={asked}
          onReplace={() => void replace(asked.id)}
          onLeave={() => {
            setAsked(null);
            void send(`/api/archives/${asked.id}`, "DELETE");
            setSaid({ words: "Nothing was changed", siteId: asked.siteId, former: null });
          }}
        />
      ) : null}
      <div role="status" className="flex min-h-6 flex-wrap items-center gap-x-4">
        {said ? (
          <>
            <span>{said.words}</span>
            <Link href={`/sites/${encodeURIComponent(said.siteId)}`}>Its page</Link>
            {said.former ? (
              <button type="button" className="button" onClick={() => said.former && void replace(said.former)}>
                Undo
              </button>
            ) : null}
          </>
        ) : null}
      </div>
    </section>
  );
}
