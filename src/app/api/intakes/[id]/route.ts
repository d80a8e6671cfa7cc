import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { dropIntake, openIntake } from "@/server/intake/intake";
import { respond } from "../../respond";

type Context = { params: Promise<{ id: string }> };

export function GET(request: Request, { params }: Context) {
  return respond(request, async () => openIntake(await currentActor(), pathId((await params).id, "intake")));
}

/** Lets what was brought go: nothing of it was taken in. */
export function DELETE(request: Request, { params }: Context) {
  return respond(request, async () => {
    const id = pathId((await params).id, "intake");
    await dropIntake(await currentActor(), id);
    return { id };
  });
}
