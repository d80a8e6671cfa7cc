import { cascadeOver } from "@/core/diagnosis/epochs/cascadeOver";
import { assembleSeries } from "@/db/assembleSeries";
import type { TaskReply, TaskRequest } from "../taskTypes";
import { SOURCES } from "./analyse";
import { epochsOf } from "./epochsOf";

/** The cascade of a site's measured intervals under other choices; null without data. */
export function runWhatIf({ asBuilts, weather, production, options, told }: TaskRequest<"whatIf">): TaskReply<"whatIf"> {
  const [light, output] = [assembleSeries(weather), assembleSeries(production)];
  if (!light || !output) return null;
  return cascadeOver(epochsOf({ asBuilts }), light, output, SOURCES, options, told);
}
