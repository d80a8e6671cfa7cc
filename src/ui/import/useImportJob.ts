"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Job } from "@/server/jobs/jobs";
import { send } from "../send";

const POLL_MS = 250;

/** One running import, followed to its end. */
export function useImportJob(siteId: string) {
  const [job, setJob] = useState<Job | null>(null);
  const router = useRouter();

  async function start(kind: "production" | "weather", file: File) {
    setJob({ id: "", title: `Import ${file.name}`, state: "running", progress: 0, message: "Sending the file" });
    const query = new URLSearchParams({ kind, name: file.name });
    let now = await send<Job>(`/api/sites/${siteId}/import?${query}`, "POST", file);
    for (;;) {
      if ("error" in now) return setJob({ id: "", title: file.name, state: "failed", progress: 0, message: now.error });
      setJob(now);
      if (now.state !== "running") break;
      await new Promise((resolve) => setTimeout(resolve, POLL_MS));
      now = await send<Job>(`/api/jobs/${now.id}`, "GET");
    }
    router.refresh();
  }

  const cancel = () => job?.id && void send(`/api/jobs/${job.id}`, "DELETE");
  return { job, start, cancel };
}
