import { currentActor } from "@/app/actor";
import { practiceSchema } from "@/core/practice/practice";
import { keepPractice, practiceOf } from "@/server/firm/practice";
import { readJson } from "../../body";
import { respond } from "../../respond";

export function PUT(request: Request) {
  return respond(request, async () => {
    const actor = await currentActor();
    await keepPractice(actor, await readJson(request, practiceSchema));
    return practiceOf(actor);
  });
}
