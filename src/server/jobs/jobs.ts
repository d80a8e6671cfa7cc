import { randomUUID } from "node:crypto";
import { CancelledError, RefusedError } from "@/core/errors/errors";

/** A piece of long work, as its starter sees it. */
export interface Job {
  id: string;
  title: string;
  state: "running" | "done" | "failed" | "cancelled";
  /** 0 to 1. */
  progress: number;
  /** What is being done, what came out, or what was wrong. */
  message: string;
}

interface LiveJob extends Job {
  cancel: AbortController;
}

/** What the work itself can say and hear. */
export interface JobControl {
  signal: AbortSignal;
  report(progress: number, message: string): void;
}

const HOLDER = globalThis as typeof globalThis & { irradantJobs?: Map<string, LiveJob> };
const jobs = (HOLDER.irradantJobs ??= new Map());
const KEEP_FINISHED_MS = 600_000;

/** Starts long work and returns at once; `work` resolves to the closing message. */
export function startJob(title: string, work: (control: JobControl) => Promise<string>): Job {
  const job: LiveJob = { id: randomUUID(), title, state: "running", progress: 0, message: "Starting", cancel: new AbortController() };
  jobs.set(job.id, job);
  const report = (progress: number, message: string) => {
    job.progress = progress;
    job.message = message;
  };
  work({ signal: job.cancel.signal, report })
    .then((message) => {
      Object.assign(job, { state: "done", progress: 1, message });
    })
    .catch((error: unknown) => {
      job.state = error instanceof CancelledError ? "cancelled" : "failed";
      job.message = error instanceof Error ? error.message : String(error);
      if (job.state === "failed" && !(error instanceof RefusedError)) console.error(error);
    })
    .finally(() => setTimeout(() => jobs.delete(job.id), KEEP_FINISHED_MS).unref());
  return publicJob(job);
}

/** A piece of long work as it stands now; null ten minutes after its end, or where there was none. */
export function findJob(id: string): Job | null {
  const job = jobs.get(id);
  return job ? publicJob(job) : null;
}

/** Asks running work to stop; what it had not finished is as if it had never begun. */
export function cancelJob(id: string): boolean {
  const job = jobs.get(id);
  if (job?.state !== "running") return false;
  job.cancel.abort();
  return true;
}

function publicJob({ id, title, state, progress, message }: LiveJob): Job {
  return { id, title, state, progress, message };
}
