import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { takeIn, takeInSchema } from "@/server/intake/takeIn";
import { readJson } from "../../../body";
import { respond } from "../../../respond";

/** Takes tables in as they are mapped; answers with the job that does. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const choice = await readJson(request, takeInSchema);
    return takeIn(await currentActor(), pathId((await params).id, "intake"), choice);
  });
}
