import { readSiteFile } from "@/core/formats/siteFile";
import { saveSite } from "@/server/sites/asBuilt";
import { respond } from "../respond";

/** Takes a site file: a new site, or a new as-built version of one that is known. */
export function POST(request: Request) {
  return respond(request, async () => {
    const name = new URL(request.url).searchParams.get("name") ?? "site.json";
    const site = readSiteFile(await request.text(), name);
    const version = await saveSite(site, `From ${name}`);
    return { id: site.id, version };
  });
}
