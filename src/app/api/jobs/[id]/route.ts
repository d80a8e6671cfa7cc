import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { cancelJob, findJob } from "@/server/jobs/jobs";
import { respond } from "../../respond";

type Context = { params: Promise<{ id: string }> };

export function GET(request: Request, { params }: Context) {
  return respond(request, async () => findJob(await currentActor(), pathId((await params).id, "job")));
}

export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    const id = pathId((await params).id, "job");
    return { id, cancelled: await cancelJob(await currentActor(), id) };
  });
}
