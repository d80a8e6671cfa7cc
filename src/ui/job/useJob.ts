"use client";

import { useState } from "react";
import type { Job } from "@/server/jobs/jobs";
import { isRefusal, type Refusal, send } from "../send";

const POLL_MS = 250;

/** How far something long is. */
export interface Going {
  words: string;
  /** 0 to 1; null where nothing tells. */
  share: number | null;
  jobId: string | null;
}

/** What goes on, and what went wrong, line by line. */
export interface JobState {
  going: Going | null;
  refused: string[] | null;
}

/** Follows a job to its end. @returns its last word, or what was refused */
async function follow(first: Job | Refusal, tell: (going: Going) => void): Promise<{ said: string } | { refused: string[] }> {
  let now = first;
  for (;;) {
    if (isRefusal(now)) return { refused: now.lines ?? [now.error] };
    if (now.state === "done") return { said: now.message };
    if (now.state === "cancelled") return { refused: ["Called off: nothing was changed"] };
    if (now.state === "failed") return { refused: now.message.split("; ") };
    tell({ words: now.message, share: now.progress, jobId: now.id });
    await new Promise((resolve) => setTimeout(resolve, POLL_MS));
    now = await send<Job>(`/api/jobs/${now.id}`, "GET");
  }
}

/** Long work at the server, as whoever began it sees it: how far it is, a way to call it off, and what was wrong. */
export function useJob() {
  const [state, setState] = useState<JobState>({ going: null, refused: null });
  const tell = (going: Going) => setState({ going, refused: null });
  const end = (refused: string[] | null = null) => setState({ going: null, refused });

  /** @returns the job's last word; null where it was refused or called off */
  async function run(first: Job | Refusal): Promise<string | null> {
    const ended = await follow(first, tell);
    if ("refused" in ended) {
      end(ended.refused);
      return null;
    }
    end();
    return ended.said;
  }

  const cancel = () => state.going?.jobId && void send(`/api/jobs/${state.going.jobId}`, "DELETE");
  return { ...state, tell, end, run, cancel };
}
