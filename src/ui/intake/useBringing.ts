"use client";

import type { Job } from "@/server/jobs/jobs";
import { useJob } from "../job/useJob";
import { isRefusal, send } from "../send";

/** Sends files to a site, has them read, and takes tables in; each can be called off. */
export function useBringing(siteId: string) {
  const { going, refused, tell, end, run, cancel } = useJob();

  /** @returns the intake, or null where it was refused */
  async function bring(files: readonly File[]): Promise<string | null> {
    tell({ words: "Sending", share: 0, jobId: null });
    const begun = await send<{ id: string }>(`/api/sites/${siteId}/intakes`, "POST");
    if (isRefusal(begun)) return refuse(begun.error);
    for (const [k, file] of files.entries()) {
      tell({ words: `Sending ${file.name}`, share: k / files.length, jobId: null });
      const answer = await send<object>(`/api/intakes/${begun.id}/files?${new URLSearchParams({ name: file.name })}`, "POST", file);
      if (isRefusal(answer)) return refuse(answer.error);
    }
    const read = await run(await send<Job>(`/api/intakes/${begun.id}/read`, "POST"));
    return read === null ? null : begun.id;
  }

  function refuse(line: string): null {
    end([line]);
    return null;
  }

  /** @returns what was taken in, in words; null where it was refused */
  async function take(intakeId: string, choice: object): Promise<string | null> {
    tell({ words: "Checking", share: 0, jobId: null });
    return run(await send<Job>(`/api/intakes/${intakeId}/take`, "POST", choice));
  }

  return { going, refused, bring, take, cancel };
}
