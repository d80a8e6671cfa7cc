"use client";

import { useMemo } from "react";
import { layOutPlane, type ModulePlace, type PlaneLayout } from "@/core/plane/layout";
import { edgesOf, moduleScope, sideWord } from "@/core/site/places";
import type { Plane, SiteFile } from "@/core/site/siteSchema";
import { useWidth } from "../charts/frame/useWidth";

const FIRST_WIDTH = 700;
/** A module is drawn at most so wide, px; and no narrower, or a thumb misses it: a wider plane is scrolled. */
const [MOST_WIDTH, LEAST_WIDTH] = [72, 44] as const;
/** From this width on a module's name fits on one line, px. */
const WIDTH_OF_NAME = 50;
/** Round the modules, for what is pinned at an edge, m. */
const ROOM_M = 0.4;
const GAP_PX = 2;

/** How a plane lies on the screen. */
export interface PlaneFrame {
  layout: PlaneLayout;
  width: number;
  height: number;
  pxPerM: number;
  /** Px from left and top, of metres from the plane's middle. */
  x: (rightM: number) => number;
  y: (upM: number) => number;
}

interface PlanePictureProps {
  site: SiteFile;
  plane: Plane;
  /** What a module shows besides its place, and what touching it does. */
  module: (scope: string, frame: PlaneFrame) => { label: string; pressed: boolean; onPress: () => void } | null;
  /** What lies over the modules. */
  over?: (frame: PlaneFrame) => React.ReactNode;
}

/** A plane as it lies, seen square on and to scale; a module is as large as a thumb. */
export function PlanePicture({ site, plane, module, over }: PlanePictureProps) {
  const { place, width: given } = useWidth<HTMLDivElement>(FIRST_WIDTH);
  const layout = useMemo(() => layOutPlane(site, plane), [site, plane]);
  if (!layout) return null;
  const frame = frameOf(layout, given);
  return (
    <figure className="min-w-0">
      <div ref={place} className="min-w-0 overflow-x-auto" tabIndex={frame.width > given ? 0 : undefined}>
        <div
          role="group"
          aria-label={`Plan of plane ${plane.id}`}
          className="relative border border-rule-strong bg-raised"
          style={{ width: frame.width, height: frame.height }}
        >
          {inReadingOrder(layout.places).map((one) => {
            const scope = moduleScope(one.stringId, one.place);
            const does = module(scope, frame);
            const style = {
              left: frame.x(one.rightM - one.acrossM / 2),
              top: frame.y(one.upSlopeM + one.upM / 2),
              width: one.acrossM * frame.pxPerM - GAP_PX,
              height: one.upM * frame.pxPerM - GAP_PX,
            };
            const look = "absolute grid place-items-end p-0.5 border font-mono text-xs leading-none text-quiet";
            return does ? (
              <button
                key={scope}
                type="button"
                aria-label={does.label}
                aria-pressed={does.pressed}
                className={`${look} ${does.pressed ? "border-[3px] border-act bg-sunken" : "border-ink bg-paper hover:bg-sunken"}`}
                style={style}
                onClick={does.onPress}
              >
                <ModuleName module={one} wide={style.width >= WIDTH_OF_NAME} />
              </button>
            ) : (
              <span key={scope} className={`${look} border-ink bg-paper`} style={style}>
                <ModuleName module={one} wide={style.width >= WIDTH_OF_NAME} />
              </span>
            );
          })}
          {over?.(frame)}
        </div>
      </div>
      <figcaption className="caption figures">
        Plane {plane.id}, facing {sideWord(plane.azimuthDeg)}: {edgesOf(plane).upper} above, {edgesOf(plane).lower} below
      </figcaption>
    </figure>
  );
}

/** A module's name, in two lines where it is narrow. */
function ModuleName({ module: { stringId, place }, wide }: { module: ModulePlace; wide: boolean }) {
  if (wide) return moduleScope(stringId, place);
  return (
    <span className="text-right">
      {stringId}
      <br />
      {String(place).padStart(2, "0")}
    </span>
  );
}

function frameOf(layout: PlaneLayout, given: number): PlaneFrame {
  const { bounds, places } = layout;
  const least = Math.min(...places.map(({ acrossM }) => acrossM));
  const acrossM = bounds.rightM - bounds.leftM + 2 * ROOM_M;
  const pxPerM = Math.max(LEAST_WIDTH / least, Math.min(MOST_WIDTH / least, (given - 2) / acrossM));
  return {
    layout,
    pxPerM,
    width: acrossM * pxPerM,
    height: (bounds.upperM - bounds.lowerM + 2 * ROOM_M) * pxPerM,
    x: (rightM) => (rightM - bounds.leftM + ROOM_M) * pxPerM,
    y: (upM) => (bounds.upperM + ROOM_M - upM) * pxPerM,
  };
}

/** Row by row, so that the keyboard walks as the eye reads. */
function inReadingOrder(places: PlaneLayout["places"]): PlaneLayout["places"] {
  return [...places].sort((a, b) => a.row - b.row || a.column - b.column);
}
