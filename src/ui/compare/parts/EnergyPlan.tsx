"use client";

import { useMemo } from "react";
import { layOutPlane, type ModulePlace } from "@/core/plane/layout";
import { edgesOf, moduleScope } from "@/core/site/places";
import type { Plane, SiteFile } from "@/core/site/siteSchema";
import { useWidth } from "@/ui/charts/frame/useWidth";
import { percent } from "@/ui/marks/words";
import { isPicked } from "@/ui/selection/selection";
import { mix, ramp, sheetColour, sheetRamp } from "@/ui/tokens/sheetColours";
import { useSheet } from "@/ui/tokens/useSheet";

const FIRST_WIDTH = 760;
/** A module is drawn at most so wide, px; with less than so much its share isn't written on it. */
const [MOST_WIDTH, WIDTH_TO_WRITE] = [58, 42] as const;
/** Heights are drawn so much shorter, so that a bench holds them. */
const FLATTENED = 0.76;
const GAP = 3;
/** Shares are shown from half of the peers' up to theirs: under half there is little left to tell. */
const LEAST_SHARE = 0.5;
/** So far under its peers a module is an odd one out. */
export const ODD_SHARE = 0.9;

/** Modules where they lie, each in the shade of what it gives beside its peers; pressing one picks it. */
export function EnergyPlan({
  site,
  plane,
  shares,
  picked,
  onPick,
}: {
  site: SiteFile;
  plane: Plane;
  /** Over the middle one of its peers, by module; what isn't told is missing. */
  shares: ReadonlyMap<string, number>;
  picked: string | null;
  onPick: (scope: string) => void;
}) {
  const { place, width } = useWidth<HTMLDivElement>(FIRST_WIDTH);
  const layout = useMemo(() => layOutPlane(site, plane), [site, plane]);
  const colourOf = useShareColour();
  if (!layout) return null;
  const { bounds, places } = layout;
  const least = Math.min(...places.map(({ acrossM }) => acrossM));
  const pxPerM = Math.min(MOST_WIDTH / least, (width - 8) / (bounds.rightM - bounds.leftM));
  return (
    <div ref={place} className="min-w-0">
      <div
        className="relative"
        style={{ width: (bounds.rightM - bounds.leftM) * pxPerM, height: (bounds.upperM - bounds.lowerM) * pxPerM * FLATTENED }}
        role="group"
        aria-label={`Modules of plane ${plane.id}, seen square on`}
      >
        {inReadingOrder(places).map((module) => {
          const { stringId, place: number } = module;
          const scope = moduleScope(stringId, number);
          const [moduleWidth, moduleHeight] = [module.acrossM * pxPerM - GAP, module.upM * pxPerM * FLATTENED - GAP];
          const share = shares.get(scope);
          const chosen = isPicked(picked, scope);
          return (
            <button
              key={scope}
              type="button"
              className={`figures absolute flex flex-col items-center justify-center border p-0 leading-none ${chosen ? "border-[3px] border-act" : "border-ink"}`}
              style={{
                left: (module.rightM - module.acrossM / 2 - bounds.leftM) * pxPerM,
                top: (bounds.upperM - module.upSlopeM - module.upM / 2) * pxPerM * FLATTENED,
                width: moduleWidth,
                height: moduleHeight,
                background: share === undefined ? undefined : colourOf(share),
              }}
              aria-pressed={chosen}
              aria-label={`${scope}${share === undefined ? "" : `, ${percent(share)} of its peers`}`}
              onClick={() => onPick(scope)}
            >
              <span className="rounded-xs bg-raised px-0.5 font-mono text-xs text-ink">
                {moduleWidth >= WIDTH_TO_WRITE ? scope : String(number).padStart(2, "0")}
              </span>
              {share !== undefined && moduleWidth >= WIDTH_TO_WRITE ? (
                <span className={`mt-0.5 rounded-xs bg-raised px-0.5 text-xs text-ink ${share < ODD_SHARE ? "font-bold" : ""}`}>
                  {percent(share)}
                </span>
              ) : null}
            </button>
          );
        })}
      </div>
      <p className="caption figures mt-1">
        Plane {plane.id}: {plane.tiltDeg}° tilt, faces {plane.azimuthDeg}°; {edgesOf(plane).upper} above, {edgesOf(plane).lower} below
      </p>
    </div>
  );
}

/** Row by row, so that the keyboard walks as the eye reads. */
function inReadingOrder(places: readonly ModulePlace[]): ModulePlace[] {
  return [...places].sort((a, b) => a.row - b.row || a.column - b.column);
}

/** The shade of a share on the sheet as it lies. */
function useShareColour(): (share: number) => string {
  const sheet = useSheet();
  // biome-ignore lint/correctness/useExhaustiveDependencies: another sheet has other colours
  return useMemo(() => {
    if (typeof document === "undefined") return () => "transparent";
    const [stops, paper] = [sheetRamp(), sheetColour("--paper")];
    return (share: number) =>
      `rgb(${mix(paper, ramp(stops, Math.min(1, Math.max(0, (share - LEAST_SHARE) / (1 - LEAST_SHARE)))), 0.8).join(" ")})`;
  }, [sheet]);
}
