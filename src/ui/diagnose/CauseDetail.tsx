import { CAUSES } from "@/core/causes/causes";
import { DAY_MS } from "@/core/constants";
import type { CauseGroup } from "@/core/diagnosis/causeGroups";
import { causePlace, causeSentence } from "@/core/diagnosis/causeWords";
import { dayName } from "@/core/series/localDay";
import type { CaseView } from "@/server/cases/openCase";
import { DayChart } from "../charts/DayChart";
import { HatchSwatch } from "../marks/causeHatch";
import { instantDay, instantText, lastDay, stretchDays } from "../marks/words";
import { CauseFigures } from "./CauseFigures";
import { Episodes } from "./Episodes";
import { ForAndAgainst } from "./ForAndAgainst";
import { MindChange } from "./MindChange";
import { Overruling } from "./Overruling";
import { TestCautions } from "./TestCautions";

/** Days before a cause began, and after it was over, that its picture shows too: what was right beside what is wrong. */
const [DAYS_BEFORE, DAYS_AFTER] = [30, 14] as const;
const HEIGHT = 150;

/** All that is to be said of one cause: for the owner, in figures, where it shows, what speaks for it and against it, what would change that, and what to do. */
export function CauseDetail({ group, view }: { group: CauseGroup; view: CaseView }) {
  const zone = view.site.location.timeZone;
  const { kind, caution } = CAUSES[group.cause];
  const place = causePlace(view.site, group, "technician");
  return (
    <div className="grid gap-3 *:min-w-0">
      <header>
        <h2 className="flex flex-wrap items-center gap-x-3 text-lg">
          <HatchSwatch cause={group.cause} id={`detail-${group.key}`} />
          {group.title} <span className="font-normal">{place}</span>
          <span className="caption font-normal">{kind}</span>
        </h2>
        <p>
          {causeSentence(view.site, group, "technician")} {whenText(group, view)}
        </p>
        <p className="caption">For the owner: {causeSentence(view.site, group, "owner")}</p>
      </header>
      <CauseFigures entry={group} view={view} />
      {group.nextTest && group.stands ? (
        <div className="border-l-4 border-act bg-raised px-3 py-1.5">
          <p>
            <strong>{kind === "design" ? "What would change it" : "Measure next"}:</strong> {group.nextTest}
          </p>
          <TestCautions site={view.site} danger={view.beside.danger} scope={group.scope} caution={caution} />
        </div>
      ) : null}
      <Picture group={group} view={view} />
      <ForAndAgainst entry={group} caseId={view.id} />
      {group.stands && kind !== "design" ? <MindChange cause={group.cause} place={place} confidence={group.confidence} /> : null}
      {view.analysis ? (
        <Episodes
          siteId={view.site.id}
          revision={`${view.analysis.diagnosis.period.to} ${view.state.madeAt}`}
          overview={view.analysis.overview}
          cause={group.cause}
          scope={group.scope}
        />
      ) : null}
      <Overruling caseId={view.id} entry={group} known={view.field} brief={view.brief} timeZone={zone} />
    </div>
  );
}

/** The days on which it acted, with some before it, and after it where it is over. */
function Picture({ group, view }: { group: CauseGroup; view: CaseView }) {
  if (!view.analysis || group.since === null) return null;
  const { days, expectedKwh, measuredKwh, dayBandPct } = view.analysis.overview;
  const stretch = stretchDays(group.since, group.until, view.site.location.timeZone);
  const apart = (day: string, by: number) => dayName(Math.round(Date.parse(`${day}T00:00:00Z`) / DAY_MS) + by);
  const first = Math.max(
    0,
    days.findIndex((day) => day >= apart(stretch.from, -DAYS_BEFORE)),
  );
  const last = stretch.to === null ? days.length - 1 : days.findLastIndex((day) => day <= apart(stretch.to as string, DAYS_AFTER));
  const cut = <T,>(all: readonly T[]) => all.slice(first, last + 1);
  return (
    <section aria-label="When it happened">
      <DayChart
        days={cut(days)}
        expectedKwh={cut(expectedKwh)}
        measuredKwh={cut(measuredKwh)}
        bandPct={dayBandPct}
        height={HEIGHT}
        mark={{ ...stretch, name: `${group.title}, ${causePlace(view.site, group, "technician")}` }}
      />
    </section>
  );
}

function whenText({ since, until, stands }: CauseGroup, view: CaseView): string {
  const zone = view.site.location.timeZone;
  if (since === null) return "Findings speak for it; the data don't show it.";
  const end = view.analysis ? lastDay(view.analysis.diagnosis.period.to, zone) : null;
  if (until === null) return `Since ${sinceText(since, zone)}, and it lasts to the end of the data${end ? `, ${end}` : ""}.`;
  return stands
    ? `Since ${sinceText(since, zone)}, last seen ${instantText(until, zone)}: it comes and goes with the weather.`
    : `From ${sinceText(since, zone)} until ${instantText(until, zone)}.`;
}

/** When it began: to the minute where that is known, to the day where only that is. */
function sinceText(instant: string, timeZone: string): string {
  const text = instantText(instant, timeZone);
  return text.endsWith("00:00") ? instantDay(instant, timeZone) : text;
}
