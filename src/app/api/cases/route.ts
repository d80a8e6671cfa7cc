import { currentActor } from "@/app/actor";
import { createCase, newCaseInput } from "@/server/cases/createCase";
import { readJson } from "../body";
import { respond } from "../respond";

export function POST(request: Request) {
  return respond(request, async () => {
    const { siteId, kind, title } = await readJson(request, newCaseInput);
    return { id: await createCase(await currentActor(), { siteId, kind, title }) };
  });
}
