"use client";

import { useMemo } from "react";
import type { DayBook } from "@/core/dayBook/dayBook";
import { type EarlierSite, PartEnergies, type PartEnergy } from "@/core/dayBook/partEnergies";
import type { Overview } from "@/core/diagnosis/overviewSchema";
import { modulesInPlane } from "@/core/plane/layout";
import type { SiteFile } from "@/core/site/siteSchema";
import { PeriodBrush } from "@/ui/dayBook/PeriodBrush";
import { useDayBook } from "@/ui/dayBook/useDayBook";
import { type DayRange, usePeriod } from "@/ui/dayBook/usePeriod";
import { percent } from "@/ui/marks/words";
import { useSelection } from "@/ui/selection/useSelection";
import { type DayPhoto, DayPlay } from "./DayPlay";
import { EnergyPlan, ODD_SHARE } from "./EnergyPlan";
import { MapCheck } from "./MapCheck";
import { StringLines, type StringsPoint } from "./StringLines";
import { useDayOfParts } from "./useDayOfParts";

/** With more days than this a line's points are weeks. */
const MOST_DAYS = 90;
const WEEK = 7;
const HEIGHT = 200;

/** Strings against each other, modules where they lie with their energies, and a day played through. */
export function PartsLeaf({
  site,
  earlier,
  revision,
  overview,
  photos,
}: {
  site: SiteFile;
  /** As-builts that held before. */
  earlier: readonly EarlierSite[];
  revision: string;
  overview: Pick<Overview, "days" | "expectedKwh" | "measuredKwh" | "dayBook">;
  photos: readonly DayPhoto[];
}) {
  const { days, expectedKwh, measuredKwh, dayBook } = overview;
  const { selection, select } = useSelection();
  const { range, setRange } = usePeriod(days);
  const { book, trouble } = useDayBook(site.id, dayBook, revision);
  const strings = dayBook.parts.filter(({ scope }) => !scope.includes(".")).map(({ scope }) => scope);
  const withModules = dayBook.parts.some(({ scope }) => scope.includes("."));
  const energies = useMemo(() => (book ? new PartEnergies(book, site, earlier) : null), [book, site, earlier]);
  const parts = useMemo(() => energies?.over(range.from, range.to + 1) ?? [], [energies, range.from, range.to]);
  const shares = useMemo(
    () => new Map(parts.flatMap(({ scope, overPeers }) => (overPeers === null ? [] : [[scope, overPeers] as const]))),
    [parts],
  );
  const points = useMemo(
    () => (book && energies && strings.length > 1 ? stringPoints(book, energies, range) : []),
    [book, energies, range, strings.length],
  );
  const day = withModules ? selection.day : null;
  const played = useDayOfParts(site.id, day);
  const planes = site.planes.filter(({ id }) => site.strings.some((one) => modulesInPlane(one, id) > 0));
  const pick = (scope: string) => select({ part: selection.part === scope ? null : scope });
  if (dayBook.parts.length === 0) {
    return (
      <p className="border-l-4 border-rule-strong bg-raised p-3">
        These data tell no string and no module by itself, only {dayBook.units.map(({ scope }) => scope).join(" and ")}: to hold strings
        against each other, measure them at the inverter&rsquo;s inputs in the same light.
      </p>
    );
  }
  return (
    <div className="grid gap-3">
      {trouble || played.trouble ? <p role="alert">{trouble || played.trouble}</p> : null}
      <p className="font-semibold" data-testid="odd-ones">
        {book ? oddText(parts) : "The days are being fetched."}
      </p>
      {strings.length > 1 ? <StringLines points={points} strings={strings} picked={selection.part} height={HEIGHT} /> : null}
      {withModules ? (
        played.told && day ? (
          <DayPlay
            site={site}
            planes={planes}
            day={day}
            told={played.told}
            photos={photos.filter((photo) => photo.day === day)}
            picked={selection.part}
            onPick={pick}
          />
        ) : (
          <>
            <div className="flex flex-wrap gap-6">
              {planes.map((plane) => (
                <div key={plane.id} className="min-w-0 flex-1 basis-80">
                  <EnergyPlan site={site} plane={plane} shares={shares} picked={selection.part} onPick={pick} />
                </div>
              ))}
            </div>
            <p className="caption">Energy of each module over the middle one of its peers in the period. Pick a day to play it through.</p>
          </>
        )
      ) : null}
      {withModules ? (
        <MapCheck
          modules={dayBook.parts.flatMap(({ scope }) => (scope.includes(".") ? [scope] : []))}
          picked={selection.part}
          onPick={(part) => select({ part })}
          day={day}
          told={played.told}
        />
      ) : null}
      <div className="flex flex-wrap items-center gap-x-4">
        <div className="min-w-0 flex-1 basis-80">
          <PeriodBrush days={days} expectedKwh={expectedKwh} measuredKwh={measuredKwh} range={range} onRange={setRange} />
        </div>
        {withModules ? (
          <label className="flex items-center gap-2">
            Day
            <input
              type="date"
              className="field figures min-h-9 w-auto py-1 max-desk:min-h-11"
              min={days[0]}
              max={days.at(-1)}
              value={selection.day ?? ""}
              onChange={(event) => select({ day: event.target.value || null })}
            />
          </label>
        ) : null}
      </div>
    </div>
  );
}

/** Strings over time, by day or week. */
function stringPoints(book: DayBook, energies: PartEnergies, { from, to }: DayRange): StringsPoint[] {
  const size = to - from >= MOST_DAYS ? WEEK : 1;
  const points: StringsPoint[] = [];
  for (let row = from; row <= to; row += size) {
    const parts = energies.over(row, Math.min(to + 1, row + size)).filter(({ scope }) => !scope.includes("."));
    const values = Object.fromEntries(
      parts.map(({ scope, overPeers }) => [scope, overPeers === null ? null : Math.round(1000 * overPeers) / 1000]),
    );
    points.push({ day: book.dayOf(row), days: size, values });
  }
  return points;
}

/** Which ones fall behind the others, in words. */
export function oddText(parts: readonly PartEnergy[]): string {
  const held = parts.filter(({ overPeers }) => overPeers !== null);
  if (held.length === 0) return "No two of them lie on one plane: there is nothing to hold one against.";
  const odd = held
    .filter(({ overPeers }) => (overPeers as number) < ODD_SHARE)
    .sort((a, b) => (a.overPeers as number) - (b.overPeers as number));
  if (odd.length === 0) return "None falls behind: each gives 90 % and more of the middle one of its peers in this period.";
  const [named, more] = [odd.slice(0, 5), Math.max(0, odd.length - 5)];
  return `${named.map(({ scope, overPeers }) => `${scope.includes(".") ? "module" : "string"} ${scope} gives ${percent(overPeers as number)}`).join(", ")}${more > 0 ? ` and ${more} more less than 90 %` : ""} of the middle one of ${odd.length === 1 ? "its" : "their"} peers.`;
}
