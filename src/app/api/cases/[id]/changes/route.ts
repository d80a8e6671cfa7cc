import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { lastChange } from "@/server/cases/openCase";
import { respond } from "../../../respond";

export const dynamic = "force-dynamic";

/** Whether anything has come in to a case; asked by its open pages every few seconds. */
export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "case");
    return { caseId: id, last: await lastChange(await currentActor(), id), nowMs: Date.now() };
  });
}
