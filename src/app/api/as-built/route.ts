import { z } from "zod";
import { currentActor } from "@/app/actor";
import { readSiteFile } from "@/core/formats/siteFile";
import { MOST } from "@/core/site/siteLimits";
import { saveDrawn } from "@/server/sites/saveDrawn";
import { sinceSchema } from "@/server/sites/saveSite";
import { readQuery, readText } from "../body";
import { respond } from "../respond";

const query = z.object({
  reason: z.string().trim().min(1).max(500),
  base: z.coerce.number().int().positive().optional(),
  since: sinceSchema,
});

/** Takes a site as it was drawn: a new one, or, with the version that was opened as `base`, the next version of it, since a day. */
export function POST(request: Request) {
  return respond(request, async () => {
    const { reason, base, since } = readQuery(request, query);
    const site = readSiteFile(await readText(request, MOST.fileBytes), "the drawn site");
    return saveDrawn(await currentActor(), site, reason, base ?? null, since);
  });
}
