import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { readIntake } from "@/server/intake/intake";
import { respond } from "../../../respond";

/** Reads what was brought; answers with the job that does. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => readIntake(await currentActor(), pathId((await params).id, "intake")));
}
