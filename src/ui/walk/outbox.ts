import { createStore, del, entries, get, set } from "idb-keyval";
import type { FindingInput } from "@/server/findings/findings";
import { mayPassLater, type Refusal, send } from "../send";
import { sentLately } from "../sentLately";
import type { Answer } from "./answer";

/**
 * What was recorded in the field and hasn't reached the server: kept in the browser's own database, so
 * that a lost network, a reload or an empty battery loses nothing. Every entry has its id from the start;
 * sending it twice records it once.
 */
export type Outgoing =
  | { kind: "finding"; input: FindingInput }
  | { kind: "withdraw"; findingId: string; withdrawn: true }
  // What is restored goes with it, to be shown again before the server knows of it.
  | { kind: "withdraw"; findingId: string; withdrawn: false; caseId: string; pointId: string; answer: Answer }
  | { kind: "photo"; findingId: string; photoId: string; caseId: string; picture: Blob };

type Kept = Outgoing & { sentAtMs?: number };

const store = () => createStore("irradant-outbox", "outgoing");
let sequence = 0;

/** Keeps an entry; it goes out with the next `flush`. */
export async function keep(entry: Outgoing): Promise<void> {
  // Keys sort in the order of recording, so that a finding goes before its photo.
  const key = `${Date.now().toString().padStart(15, "0")}-${(sequence++).toString().padStart(5, "0")}`;
  await set(key, entry, store());
}

async function all(): Promise<[string, Kept][]> {
  return (await entries<string, Kept>(store())).sort(([a], [b]) => a.localeCompare(b));
}

/** Entries that wait, oldest first. */
export async function waiting(): Promise<[string, Outgoing][]> {
  return (await all()).filter(([, { sentAtMs }]) => sentAtMs === undefined);
}

/** Entries that wait and those sent lately, oldest first: what a page from the server may lack. */
export async function waitingOrLately(): Promise<Outgoing[]> {
  return (await all()).filter(([, { sentAtMs }]) => sentAtMs === undefined || sentLately(sentAtMs)).map(([, entry]) => entry);
}

/** Lets go of what was sent long enough ago. */
export async function tidy(): Promise<void> {
  for (const [key, { sentAtMs }] of await all()) if (sentAtMs !== undefined && !sentLately(sentAtMs)) await del(key, store());
}

export interface FlushResult {
  sent: number;
  left: number;
  /** Why the first one that failed stays, or what was refused for good. */
  problem: string;
}

let flushing: Promise<FlushResult> | null = null;

/** Sends what waits, in order, and stops at the first one that can't be sent now. Calls at the same time share one run. */
export function flush(): Promise<FlushResult> {
  flushing ??= sendAll().finally(() => {
    flushing = null;
  });
  return flushing;
}

async function sendAll(): Promise<FlushResult> {
  let sent = 0;
  let problem = "";
  for (let queue = await waiting(); queue.length > 0; queue = await waiting()) {
    const [key] = queue[0];
    const entry = await get<Outgoing>(key, store());
    if (!entry) continue;
    const refusal = await sendOne(entry);
    if (refusal && mayPassLater(refusal)) return { sent, left: queue.length, problem: refusal.error };
    // What the server refuses for good would block the rest for ever; it is said, and let go.
    if (refusal) {
      problem = refusal.error;
      await del(key, store());
    } else {
      sent++;
      await set(key, { ...entry, sentAtMs: Date.now() }, store());
    }
  }
  return { sent, left: 0, problem };
}

async function sendOne(entry: Outgoing): Promise<Refusal | null> {
  const answer =
    entry.kind === "finding"
      ? await send<object>("/api/findings", "POST", entry.input)
      : entry.kind === "withdraw"
        ? await send<object>(`/api/findings/${entry.findingId}/withdraw`, "POST", { withdrawn: entry.withdrawn })
        : await send<object>(`/api/findings/${entry.findingId}/photos/${entry.photoId}`, "PUT", entry.picture);
  return "error" in answer ? (answer as Refusal) : null;
}
