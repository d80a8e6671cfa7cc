import { DAY_MS } from "@/core/constants";
import { goOn } from "@/core/diagnosis/onward/goOn";
import { joinOverview } from "@/core/diagnosis/onward/joinOverview";
import { summaryOf } from "@/core/diagnosis/summary";
import { RefusedError } from "@/core/errors/errors";
import { assembleSeries } from "@/db/assembleSeries";
import type { PackedChannel } from "@/db/packedDays";
import type { GoOnRequest, TaskReply } from "../taskTypes";
import { SOURCES } from "./analyse";
import { epochsOf } from "./epochsOf";
import { historyKey } from "./historyKey";

/** Goes on with an analysis over days that were only added. */
export function runGoOn({ stored, ...content }: GoOnRequest): TaskReply<"goOn"> {
  if (!stored.frozen) return null;
  const { historyKey: past, frozen } = stored.frozen;
  if (historyKey(content, frozen.untilMs) !== past) return null;
  // The look back begins at a day of the site's own, which may be another by universal time.
  const firstDay = Math.floor(frozen.windowMs / DAY_MS) - 1;
  const weather = assembleSeries(since(content.weather, firstDay));
  const production = assembleSeries(since(content.production, firstDay));
  if (!weather || !production) return null;
  try {
    const { site } = epochsOf({ asBuilts: content.asBuilts.slice(-1) })[0];
    const run = goOn(frozen, stored.diagnosis, site, weather, production, SOURCES);
    if (!run) return null;
    const { diagnosis } = run;
    const { overview, dayBook } = joinOverview(stored.overview, stored.dayBook, run);
    const kept = { historyKey: historyKey(content, run.frozen.untilMs), frozen: run.frozen };
    return { summary: summaryOf(diagnosis, overview), analysis: { diagnosis, overview, dayBook, frozen: kept } };
  } catch (error) {
    // What can't be read is for the whole analysis to tell.
    if (error instanceof RefusedError) return null;
    throw error;
  }
}

function since(channels: readonly PackedChannel[], firstDay: number): PackedChannel[] {
  return channels.flatMap(({ name, days }) => {
    const late = days.filter(({ day }) => day >= firstDay);
    return late.length > 0 ? [{ name, days: late }] : [];
  });
}
