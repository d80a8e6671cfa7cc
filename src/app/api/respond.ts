import { z } from "zod";
import { CancelledError, RefusedError } from "@/core/errors/errors";
import { FormatError } from "@/core/errors/formatError";

const CALLER_LEFT = 499;

/**
 * Runs a route handler's work and turns what people can mend into a clear answer: 400 for what they
 * sent, 403 for another page's request, 404 for what isn't there.
 */
export async function respond(request: Request, work: () => Promise<Response | object | null>): Promise<Response> {
  if (request.method !== "GET" && !fromHere(request))
    return Response.json({ error: "This request comes from another page" }, { status: 403 });
  try {
    const result = await work();
    if (result === null) return Response.json({ error: "Not found" }, { status: 404 });
    return result instanceof Response ? result : Response.json(result);
  } catch (error) {
    // Nobody waits for this answer any more.
    if (error instanceof CancelledError) return new Response(null, { status: CALLER_LEFT });
    const message = messageFor(error);
    if (message) return Response.json({ error: message }, { status: 400 });
    console.error(error);
    return Response.json({ error: "Something failed here; nothing was changed" }, { status: 500 });
  }
}

function messageFor(error: unknown): string | null {
  if (error instanceof FormatError || error instanceof RefusedError || error instanceof RangeError) return error.message;
  if (error instanceof z.ZodError) return error.issues.map((issue) => `${issue.path.join(".")}: ${issue.message}`).join("; ");
  return error instanceof SyntaxError ? "The request isn't JSON" : null;
}

function fromHere(request: Request): boolean {
  const origin = request.headers.get("origin");
  return origin === null || new URL(origin).host === request.headers.get("host");
}
