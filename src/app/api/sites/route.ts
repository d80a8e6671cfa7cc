import { z } from "zod";
import { currentActor } from "@/app/actor";
import { readSiteFile } from "@/core/formats/siteFile";
import { MOST } from "@/core/site/siteLimits";
import { saveSite, sinceSchema, siteIntent } from "@/server/sites/saveSite";
import { readQuery, readText } from "../body";
import { respond } from "../respond";

const query = z.object({ name: z.string().min(1).max(200).default("site.json"), as: siteIntent, since: sinceSchema });

/**
 * Takes a site file: a new site, or, where `as` says so, a new as-built version of one that is known, or a site of its own
 * beside it. Where the id is known and nothing is said, 409 tells what differs.
 */
export function POST(request: Request) {
  return respond(request, async () => {
    const { name, as, since } = readQuery(request, query);
    const site = readSiteFile(await readText(request, MOST.fileBytes), name);
    return saveSite(await currentActor(), site, `From ${name}`, as, since);
  });
}
