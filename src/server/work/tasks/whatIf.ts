import { cascadeWith } from "@/core/diagnosis/whatIf";
import { readSiteFile } from "@/core/formats/siteFile";
import { assembleSeries } from "@/db/assembleSeries";
import type { TaskReply, TaskRequest } from "../taskTypes";
import { SOURCES } from "./analyse";

/** The cascade of a site's measured intervals under other choices; null without data. */
export function runWhatIf({ siteText, weather, production, options, told }: TaskRequest<"whatIf">): TaskReply<"whatIf"> {
  const [light, output] = [assembleSeries(weather), assembleSeries(production)];
  if (!light || !output) return null;
  return cascadeWith(readSiteFile(siteText, "the site's description"), light, output, SOURCES, options, told);
}
