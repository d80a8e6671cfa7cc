import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { NotFoundError } from "@/core/errors/errors";
import { ribbonCells } from "@/server/analysis/analysis";
import { respond } from "../../../respond";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "site");
    const cells = await ribbonCells(await currentActor(), id);
    if (!cells) throw new NotFoundError("ribbon of site", id);
    return new Response(new Uint8Array(cells), { headers: { "content-type": "application/octet-stream", "cache-control": "no-store" } });
  });
}
