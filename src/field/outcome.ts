/** What came of sending an entry. */
export type Outcome =
  /** The server named it as kept. The only one after which it may leave the device. */
  | { kind: "kept"; nowMs: number }
  /** Irradant said no to this very entry: a person has to look. */
  | { kind: "refused"; why: string; status: number }
  /** Not now; the same may go through later. */
  | { kind: "later"; why: string; status?: number; afterS?: number }
  /** No answer of Irradant's came: no network, or something in between answered. */
  | { kind: "unreachable"; why: string; status?: number };

/** Statuses of Irradant's that may pass by themselves: signed out, too slow, too much, or its own trouble. */
const PASSES = (status: number) => status === 401 || status === 408 || status === 429 || status >= 500;

/** Why something else answered, for the person who has to do with that network. */
const STRANGER = "Something else than Irradant answered; a network that wants you to sign in does that";

/**
 * Reads an answer. Nobody but Irradant answers with JSON that names the entry, or with an `error` in words: everything else is
 * the network's doing, whatever its status says.
 * @param id of the entry that was sent
 * @param retryAfter the header of that name
 */
export function readAnswer(id: string, status: number, body: string, retryAfter: string | null = null): Outcome {
  const answer = parsed(body);
  if (status >= 200 && status < 300) {
    if (answer?.kept !== id) return { kind: "unreachable", why: STRANGER, status };
    return { kind: "kept", nowMs: typeof answer.nowMs === "number" ? answer.nowMs : Number.NaN };
  }
  if (typeof answer?.error !== "string") return { kind: "unreachable", why: `${STRANGER} (${status})`, status };
  if (!PASSES(status)) return { kind: "refused", why: answer.error, status };
  const afterS = Number(retryAfter ?? Number.NaN);
  return { kind: "later", why: answer.error, status, ...(Number.isFinite(afterS) && retryAfter ? { afterS } : {}) };
}

function parsed(body: string): { kept?: unknown; nowMs?: unknown; error?: unknown } | null {
  try {
    const value: unknown = JSON.parse(body);
    return typeof value === "object" && value !== null && !Array.isArray(value) ? value : null;
  } catch {
    return null;
  }
}
