import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { startIntake } from "@/server/intake/intake";
import { respond } from "../../../respond";

/** Begins to bring files to a site; they follow one by one. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => startIntake(await currentActor(), pathId((await params).id, "site")));
}
