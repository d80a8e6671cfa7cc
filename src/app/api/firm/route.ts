import { currentActor } from "@/app/actor";
import { firmSchema } from "@/core/report/firm";
import { firmOf, keepFirm } from "@/server/firm/firm";
import { readJson } from "../body";
import { respond } from "../respond";

export function PUT(request: Request) {
  return respond(request, async () => {
    const actor = await currentActor();
    await keepFirm(actor, await readJson(request, firmSchema));
    return firmOf(actor);
  });
}
