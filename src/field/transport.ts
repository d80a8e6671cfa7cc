import type { Entry } from "./entry";
import { type Outcome, readAnswer } from "./outcome";

/** Sends one entry. Never throws: what goes wrong is an outcome. */
export type Transport = (entry: Entry, picture: Blob | undefined) => Promise<Outcome>;

/** A few kilobytes of text, and a picture over a weak line. What hangs longer is broken off and tried again. */
const LONGEST_MS = { text: 30_000, picture: 300_000 };

/** Sends over HTTP to the server that this page came from. */
export const httpTransport: Transport = async (entry, picture) => {
  const { id, change } = entry;
  const timeLimit = new AbortController();
  const timer = setTimeout(() => timeLimit.abort(), picture ? LONGEST_MS.picture : LONGEST_MS.text);
  try {
    const response = picture
      ? await fetch(`/api/photos/${change.recordId}?change=${encodeURIComponent(JSON.stringify(change))}`, {
          ...{ method: "PUT", body: picture, signal: timeLimit.signal, redirect: "error" },
        })
      : await fetch("/api/changes", {
          ...{ method: "POST", body: JSON.stringify(change), signal: timeLimit.signal, redirect: "error" },
          headers: { "content-type": "application/json" },
        });
    return readAnswer(id, response.status, await response.text(), response.headers.get("retry-after"));
  } catch {
    return { kind: "unreachable", why: timeLimit.signal.aborted ? "No answer came in time" : "No connection" };
  } finally {
    clearTimeout(timer);
  }
};
