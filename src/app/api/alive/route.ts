import { respond } from "../respond";

export const dynamic = "force-dynamic";

/** Answers as soon as the server can: for whoever watches over it, and as the measure of all other routes. */
export function GET(request: Request) {
  return respond(request, async () => ({ alive: true }));
}
