import { currentActor } from "@/app/actor";
import { findingInput, recordFinding } from "@/server/findings/findings";
import { readJson } from "../body";
import { respond } from "../respond";

export function POST(request: Request) {
  return respond(request, async () => {
    const input = await readJson(request, findingInput);
    await recordFinding(await currentActor(), input);
    return { id: input.id };
  });
}
