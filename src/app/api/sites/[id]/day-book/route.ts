import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { NotFoundError } from "@/core/errors/errors";
import { dayBookOf } from "@/server/analysis/analysis";
import { respond } from "../../../respond";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "site");
    const book = await dayBookOf(await currentActor(), id);
    if (!book) throw new NotFoundError("day book of site", id);
    return new Response(new Uint8Array(book), { headers: { "content-type": "application/octet-stream", "cache-control": "no-store" } });
  });
}
