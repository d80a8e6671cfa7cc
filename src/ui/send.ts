/** What a route answers when it can't do what was asked. */
export interface Refusal {
  error: string;
}

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
    const answer = await response.json().catch(() => ({}));
    if (response.ok) return answer as Answer;
    return { error: (answer as Partial<Refusal>).error ?? `The server answered ${response.status}` };
  } catch {
    return { error: "No connection: nothing was sent" };
  }
}
