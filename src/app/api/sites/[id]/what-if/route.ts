import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { NotFoundError } from "@/core/errors/errors";
import { modelChangeSchema } from "@/core/expected/options";
import { whatIf } from "@/server/analysis/whatIf";
import { readJson } from "../../../body";
import { respond } from "../../../respond";

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "site");
    const cascade = await whatIf(await currentActor(), id, await readJson(request, modelChangeSchema), request.signal);
    if (!cascade) throw new NotFoundError("comparison of site", id);
    return cascade;
  });
}
