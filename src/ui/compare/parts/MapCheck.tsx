"use client";

import { useState } from "react";
import { mapCheck, type MapCheck as Told } from "@/core/dayBook/mapCheck";
import type { DayOfParts } from "@/server/series/dayOfParts";
import { CautionLine } from "@/ui/marks/CautionLine";
import { Figure } from "@/ui/marks/Figure";
import { dayText, percent } from "@/ui/marks/words";

/** Minutes after midnight of "11:05"; null where it is none. */
function minuteOf(time: string): number | null {
  const [, hours, minutes] = /^(\d{1,2}):(\d{2})$/.exec(time) ?? [];
  return hours === undefined ? null : 60 * Number(hours) + Number(minutes);
}

/**
 * A guided check that the map of the modules is the roof, before anything is replaced by it: one module is covered, and the data say which one drops.
 * @param day that is picked; null without one @param told what modules did on it; null while it isn't there
 */
export function MapCheck({
  modules,
  picked,
  onPick,
  day,
  told,
}: {
  modules: readonly string[];
  picked: string | null;
  onPick: (scope: string) => void;
  day: string | null;
  told: DayOfParts | null;
}) {
  const [from, setFrom] = useState("");
  const [to, setTo] = useState("");
  const covered = picked !== null && modules.includes(picked) ? picked : "";
  const [fromMinute, toMinute] = [minuteOf(from), minuteOf(to)];
  const ready = covered !== "" && told !== null && fromMinute !== null && toMinute !== null && toMinute > fromMinute;
  const check = ready ? mapCheck(told, covered, fromMinute, toMinute) : null;
  const field = "field figures min-h-9 w-auto py-1 max-desk:min-h-11";
  return (
    <details className="border border-rule bg-raised px-3 py-1.5" aria-label="Is the map the roof?">
      <summary className="min-h-9 content-center font-semibold max-desk:min-h-11">
        Is the map the roof? Cover one module, and see which drops
      </summary>
      <ol className="mt-1 list-decimal pl-6">
        <li>In steady sun, choose a module that is reached from a safe stand, and lay a dense cloth over all of it.</li>
        <li>Leave it for a quarter of an hour at least, a whole one of the logger&rsquo;s; note when it went on and off.</li>
        <li>When the data of the day are in, say here which one it was and when.</li>
      </ol>
      <CautionLine>
        The module stays live under the cloth, and a cloth is a sail: nobody steps over an edge or on to modules for this, and not in wind.
      </CautionLine>
      <div className="mt-2 flex flex-wrap items-end gap-x-4 gap-y-2">
        <label className="grid gap-0.5">
          <span className="caption">Covered, by the map</span>
          <select className={field} value={covered} onChange={(event) => event.target.value && onPick(event.target.value)}>
            <option value="">choose a module</option>
            {modules.map((scope) => (
              <option key={scope}>{scope}</option>
            ))}
          </select>
        </label>
        <label className="grid gap-0.5">
          <span className="caption">From</span>
          <input type="time" className={field} value={from} onChange={(event) => setFrom(event.target.value)} />
        </label>
        <label className="grid gap-0.5">
          <span className="caption">To</span>
          <input type="time" className={field} value={to} onChange={(event) => setTo(event.target.value)} />
        </label>
        <p className="caption">{day ? `on ${dayText(day)}, by the site's clock` : "Pick the day below."}</p>
      </div>
      <div role="status" className="my-2">
        {check ? <Outcome check={check} covered={covered} /> : null}
      </div>
    </details>
  );
}

/** A drop that rounds to nothing is none. */
const LEAST_TOLD = 0.005;

const EDGES = { "as-mapped": "border-sound", another: "border-fix", none: "border-watch", "too-little": "border-watch" } as const;

function Outcome({ check, covered }: { check: Told; covered: string }) {
  const { result, dropped, drop, next, lacks } = check;
  return (
    <div className={`flex flex-wrap items-baseline gap-x-2 border-l-4 bg-paper px-3 py-1.5 ${EDGES[result]}`}>
      <p>
        {result === "as-mapped" ? `The map is right here: module ${covered} dropped, and it alone.` : null}
        {result === "another"
          ? `The map is not the roof: module ${dropped} dropped where ${covered} was covered. Replace nothing by this map before it is put right.`
          : null}
        {result === "none" ? "No module dropped alone and far enough: cover all of one, in steady sun, and try again." : null}
        {result === "too-little" ? lacks : null}
      </p>
      {dropped ? (
        <Figure
          bare
          label={`Drop of ${dropped}`}
          value={drop < LEAST_TOLD ? "0 %" : `\u2212${percent(drop)}`}
          origin={{
            formula: "1 − (module ÷ middle one, under the cover) ÷ (the same, an hour before and after)",
            inputs: [
              [`Drop of ${dropped}`, percent(drop)],
              ["Drop of the next one", percent(next)],
            ],
            source: "It counts from 30 %, and where no other drops by half as much: a shadow or a cloud takes several modules alike.",
          }}
        />
      ) : null}
    </div>
  );
}
