import type { Epoch } from "@/core/diagnosis/epochs/epoch";
import { readSiteFile } from "@/core/formats/siteFile";
import type { SiteContent } from "../taskTypes";

/** The as-builts of a site, read. @throws FormatError */
export function epochsOf({ asBuilts }: Pick<SiteContent, "asBuilts">): Epoch[] {
  return asBuilts.map(({ siteText, ...held }, k) => ({
    ...held,
    site: readSiteFile(siteText, k === asBuilts.length - 1 ? "the site's description" : `the site's description, version ${held.version}`),
  }));
}
