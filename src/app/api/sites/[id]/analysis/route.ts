import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { analysisOf } from "@/server/analysis/analysis";
import { respond } from "../../../respond";

/** How the last analysis stands to the present data, for a page that waits for the next one. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { madeAt, current, goneOn, progress, failure } = await analysisOf(await currentActor(), pathId((await params).id, "site"));
    return { madeAt, current, goneOn, progress, failure };
  });
}
