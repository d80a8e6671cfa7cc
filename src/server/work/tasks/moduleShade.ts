import { yearlyModuleShade } from "@/core/expected/moduleShade";
import { readSiteFile } from "@/core/formats/siteFile";
import type { TaskReply, TaskRequest } from "../taskTypes";

/** What near obstacles take from each module, by plane; planes without any are left out. */
export function runModuleShade({ siteText, year }: TaskRequest<"moduleShade">): TaskReply<"moduleShade"> {
  const site = readSiteFile(siteText, "the site's description");
  return site.planes.flatMap((plane) => {
    const modules = yearlyModuleShade(site, plane, year);
    return modules ? [{ planeId: plane.id, year, modules }] : [];
  });
}
