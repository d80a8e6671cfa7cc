"use client";

import { useState } from "react";
import type { Job } from "@/server/jobs/jobs";
import { type Refusal, send } from "../send";

const POLL_MS = 250;

/** How far something long is. */
export interface Going {
  words: string;
  /** 0 to 1; null where nothing tells. */
  share: number | null;
  jobId: string | null;
}

/** What goes on, and what went wrong, line by line. */
export interface Bringing {
  going: Going | null;
  refused: string[] | null;
}

const isRefusal = (answer: object): answer is Refusal => "error" in answer;

/** Follows a job to its end. @returns its last word, or what was refused */
async function follow(first: Job | Refusal, tell: (going: Going) => void): Promise<{ said: string } | { refused: string[] }> {
  let now = first;
  for (;;) {
    if (isRefusal(now)) return { refused: now.lines ?? [now.error] };
    if (now.state === "done") return { said: now.message };
    if (now.state === "cancelled") return { refused: ["Called off: nothing was taken in"] };
    if (now.state === "failed") return { refused: now.message.split("; ") };
    tell({ words: now.message, share: now.progress, jobId: now.id });
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
    now = await send<Job>(`/api/jobs/${now.id}`, "GET");
  }
}

/** Sends files to a site, has them read, and takes tables in; each can be called off. */
export function useBringing(siteId: string) {
  const [state, setState] = useState<Bringing>({ going: null, refused: null });
  const tell = (going: Going) => setState({ going, refused: null });
  const end = (refused: string[] | null) => setState({ going: null, refused });

  /** @returns the intake, or null where it was refused */
  async function bring(files: readonly File[]): Promise<string | null> {
    tell({ words: "Sending", share: 0, jobId: null });
    const begun = await send<{ id: string }>(`/api/sites/${siteId}/intakes`, "POST");
    if (isRefusal(begun)) return refuse([begun.error]);
    for (const [k, file] of files.entries()) {
      tell({ words: `Sending ${file.name}`, share: k / files.length, jobId: null });
      const answer = await send<object>(`/api/intakes/${begun.id}/files?${new URLSearchParams({ name: file.name })}`, "POST", file);
      if (isRefusal(answer)) return refuse([answer.error]);
    }
    const read = await follow(await send<Job>(`/api/intakes/${begun.id}/read`, "POST"), tell);
    if ("refused" in read) return refuse(read.refused);
    end(null);
    return begun.id;
  }

  function refuse(lines: string[]): null {
    end(lines);
    return null;
  }

  /** @returns what was taken in, in words; null where it was refused */
  async function take(intakeId: string, choice: object): Promise<string | null> {
    tell({ words: "Checking", share: 0, jobId: null });
    const taken = await follow(await send<Job>(`/api/intakes/${intakeId}/take`, "POST", choice), tell);
    if ("refused" in taken) return refuse(taken.refused);
    end(null);
    return taken.said;
  }

  const cancel = () => state.going?.jobId && void send(`/api/jobs/${state.going.jobId}`, "DELETE");
  return { ...state, bring, take, cancel };
}
