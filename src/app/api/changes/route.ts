import { currentActor } from "@/app/actor";
import { changeSchema } from "@/core/changes/change";
import { keepChange } from "@/server/field/keepChange";
import { readJson } from "../body";
import { respond } from "../respond";

/** Keeps one change. Only an answer that names it says that it is kept. */
export function POST(request: Request) {
  return respond(request, async () => {
    const change = await readJson(request, changeSchema);
    await keepChange(await currentActor(), change);
    return { kept: change.id, nowMs: Date.now() };
  });
}
