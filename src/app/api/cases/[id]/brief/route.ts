import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { briefSchema } from "@/server/cases/brief";
import { saveBrief } from "@/server/cases/openCase";
import { readJson } from "../../../body";
import { respond } from "../../../respond";

export function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const id = pathId((await params).id, "case");
    await saveBrief(await currentActor(), id, await readJson(request, briefSchema));
    return { id };
  });
}
