import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { withdrawFinding } from "@/server/findings/findings";
import { readJson } from "../../../body";
import { respond } from "../../../respond";

const body = z.object({ withdrawn: z.boolean() });

export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { withdrawn } = await readJson(request, body);
    const id = pathId((await params).id, "finding");
    await withdrawFinding(await currentActor(), id, withdrawn);
    return { id };
  });
}
