/** What a route answers when it can't do what was asked. */
export interface Refusal {
  error: string;
  /** The HTTP status; absent where no answer of Irradant's came at all. */
  status?: number;
  /** Something else than Irradant answered. */
  stranger?: boolean;
  /** The same line by line, where several things are wrong. */
  lines?: string[];
  /** What a conflict is about, for the screen that asks. */
  details?: Record<string, unknown>;
}

/** Whether an answer is a refusal. */
export const isRefusal = (answer: object): answer is Refusal => "error" in answer;

/**
 * Sends JSON, or a file as it is, to a route of this application.
 * @param signal calls the request off; what comes back then is of no use
 * @returns its answer, or a refusal; a lost network is a refusal too, never an exception
 */
export async function send<Answer>(
  url: string,
  method: "POST" | "PUT" | "DELETE" | "GET",
  body?: unknown,
  signal?: AbortSignal,
): Promise<Answer | Refusal> {
  const raw = body instanceof Blob;
  try {
    const response = await fetch(url, {
      method,
      signal,
      body: body === undefined ? undefined : raw ? body : JSON.stringify(body),
      headers: body === undefined || raw ? undefined : { "content-type": "application/json" },
    });
    const answer = (await response.json().catch(() => null)) as (Answer & Partial<Refusal>) | null;
    if (response.ok && answer !== null) return answer;
    // A sign-in page of the network in between answers 200 with a page of its own.
    if (response.ok) return { error: "No connection: something else than Irradant answered", stranger: true };
    return {
      error: answer?.error ?? `The server answered ${response.status}`,
      status: response.status,
      stranger: answer?.error === undefined,
      lines: answer?.lines,
      details: answer?.details,
    };
  } catch {
    return { error: "No connection: nothing was sent" };
  }
}
