import { writeSiteFile } from "@/core/formats/siteFile";
import { presentSite } from "@/server/sites/asBuilt";
import { respond } from "../../../respond";
import { download } from "../download";

export function GET(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return respond(request, async () => {
    const { site } = await presentSite((await params).id);
    return download(writeSiteFile(site), "application/json", `${site.id}.site.json`);
  });
}
