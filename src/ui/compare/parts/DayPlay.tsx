"use client";

import { useEffect, useState } from "react";
import type { PhotoMarks } from "@/core/changes/photoMarks";
import type { Plane, SiteFile } from "@/core/site/siteSchema";
import type { DayOfParts } from "@/server/series/dayOfParts";
import { clockText, dayText } from "@/ui/marks/words";
import { MarkedPicture } from "../../photos/MarkedPicture";
import { litSlots, sharesAt } from "./dayShares";
import { EnergyPlan } from "./EnergyPlan";

/** A day of quarter hours passes in some eight seconds. */
const FRAME_MS = 160;

/** A photo taken on the day that is played. */
export interface DayPhoto {
  id: string;
  widthPx: number;
  heightPx: number;
  marks: PhotoMarks;
  day: string;
  words: string;
}

/** Modules played through a day: which of them fall behind the middle one, and when. */
export function DayPlay({
  site,
  planes,
  day,
  told,
  photos,
  picked,
  onPick,
}: {
  site: SiteFile;
  planes: readonly Plane[];
  day: string;
  told: DayOfParts;
  photos: readonly DayPhoto[];
  picked: string | null;
  onPick: (scope: string) => void;
}) {
  const lit = litSlots(told);
  const [slot, setSlot] = useState<number | null>(null);
  const [playing, setPlaying] = useState(false);
  const first = lit?.first ?? 0;
  const last = lit?.last ?? 0;
  const at = Math.min(last, Math.max(first, slot ?? (first + last) >> 1));
  useEffect(() => {
    if (!playing) return;
    const clock = setInterval(() => setSlot((now) => Math.min(last, (now ?? first) + 1)), FRAME_MS);
    return () => clearInterval(clock);
  }, [playing, first, last]);
  useEffect(() => {
    if (playing && at >= last) setPlaying(false);
  }, [playing, at, last]);
  if (!lit) return <p className="text-quiet">{dayText(day)}: no light in which modules could be read against each other.</p>;
  const shares = sharesAt(told, at);
  const time = clockText(told.minutes[at]);
  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <button
          type="button"
          className="button min-h-9 max-desk:min-h-11"
          onClick={() => {
            if (!playing && at >= last) setSlot(first);
            setPlaying(!playing);
          }}
        >
          {playing ? "Stop" : "Play the day"}
        </button>
        <label className="flex min-w-0 flex-1 basis-64 items-center gap-3">
          <span className="figures whitespace-nowrap">
            {dayText(day)}, {time}
          </span>
          <input
            type="range"
            className="min-w-0 flex-1 accent-act"
            min={first}
            max={last}
            value={at}
            aria-label="Time of the day"
            aria-valuetext={time}
            onChange={(event) => {
              setPlaying(false);
              setSlot(Number(event.target.value));
            }}
          />
        </label>
      </div>
      <div className="flex flex-wrap gap-6">
        {planes.map((plane) => (
          <div key={plane.id} className="min-w-0 flex-1 basis-72">
            <EnergyPlan site={site} plane={plane} shares={shares} picked={picked} onPick={onPick} />
          </div>
        ))}
        {photos.map(({ id, words, day: _day, ...picture }) => (
          <figure key={id} className="w-48">
            <MarkedPicture url={`/api/photos/${id}?small`} {...picture} name={words} className="h-auto w-full border border-rule-strong" />
            <figcaption className="caption">{words}</figcaption>
          </figure>
        ))}
      </div>
    </div>
  );
}
