import { z } from "zod";
import { currentActor } from "@/app/actor";
import { pathId } from "@/app/pathId";
import { mappingSchema } from "@/core/intake/mapping";
import { previewIntake } from "@/server/intake/intake";
import { readJson } from "../../../body";
import { respond } from "../../../respond";

const body = z.object({ table: z.int().min(0), mapping: mappingSchema.optional(), channel: z.string().max(200).optional() });

/** What would be taken in of a table; with a mapping, it is read so from now on. */
export function POST(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { table, mapping, channel } = await readJson(request, body);
    return previewIntake(await currentActor(), pathId((await params).id, "intake"), table, mapping, channel);
  });
}
