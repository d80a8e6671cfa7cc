import { ConflictError, type ErrorKind, IrradantError } from "@/core/errors/errors";
import { FormatError } from "@/core/errors/formatError";

/** The one place where kinds of trouble become HTTP. 499: the caller has left, nobody waits for an answer. */
const STATUS: Record<ErrorKind, number> = {
  "not-found": 404,
  forbidden: 403,
  refused: 400,
  "too-large": 413,
  conflict: 409,
  cancelled: 499,
  busy: 503,
  unavailable: 503,
  full: 507,
  failed: 500,
};
const RETRY_AFTER_S = "5";

/**
 * Runs a route handler's work and answers with what came of it: JSON, a response of its own, or an error with its status
 * and one line. What Irradant didn't throw on purpose is a defect: it goes to the log, and the answer tells nothing of it.
 */
export async function respond(request: Request, work: () => Promise<Response | object>): Promise<Response> {
  try {
    const result = await work();
    return result instanceof Response ? result : Response.json(result);
  } catch (error) {
    if (error instanceof IrradantError) return errorResponse(error);
    if (request.signal.aborted) return new Response(null, { status: STATUS.cancelled });
    console.error(error);
    return Response.json({ error: "Something failed here; nothing was changed" }, { status: 500 });
  }
}

function errorResponse(error: IrradantError): Response {
  if (["failed", "unavailable", "full"].includes(error.kind)) console.error(`irradant: ${error.message}`);
  const later = error.kind === "busy" || error.kind === "unavailable" || error.kind === "full";
  const headers: Record<string, string> = later ? { "retry-after": RETRY_AFTER_S } : {};
  const body = {
    error: error.message,
    ...(error instanceof FormatError ? { lines: error.lines } : {}),
    ...(error instanceof ConflictError ? { details: error.details } : {}),
  };
  return error.kind === "cancelled"
    ? new Response(null, { status: STATUS.cancelled })
    : Response.json(body, { status: STATUS[error.kind], headers });
}
