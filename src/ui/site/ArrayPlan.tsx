"use client";

import { useId } from "react";
import { layOutPlane, type PlaneLayout } from "@/core/plane/layout";
import { edgesOf, moduleScope, sideWord } from "@/core/site/places";
import type { Plane, PvString, SiteFile } from "@/core/site/siteSchema";
import type { SiteView } from "@/server/sites/openSite";
import { useWidth } from "../charts/frame/useWidth";
import { ShadeFigure } from "./ShadeFigure";

const FIRST_WIDTH = 700;
/** Px: a module is drawn no wider, and no narrower than its name needs; a wider plan is scrolled. */
const [MOST_WIDTH, LEAST_WIDTH] = [64, 24] as const;
/** From this width on a module's name fits on one line, px. */
const WIDTH_OF_NAME = 46;
const LINE = 14;
/** Between neighbours' lines, so that two strings' edges can be told apart, px. */
const LINE_GAP = 1;
const ROOM = 8;
/** How strings are told apart on the plan: by a letter-free edge style and their name, not by colour. */
const STRING_STROKES = ["none", "4 2.5", "1.5 2", "7 2 1.5 2", "9 3", "2 4"];

interface ArrayPlanProps {
  site: SiteFile;
  /** Strings that give nothing. */
  dead?: readonly string[];
  /** What near obstacles take from each module, written under its name. */
  shade?: SiteView["shade"];
}

/** The array as it lies: each plane seen square on, its rows and modules to scale, each module under the name that its string gives it. */
export function ArrayPlan({ site, dead = [], shade = [] }: ArrayPlanProps) {
  return (
    <div className="grid gap-6">
      {site.planes.map((plane) => {
        const layout = layOutPlane(site, plane);
        if (!layout) return null;
        const shaded = shade.find(({ planeId }) => planeId === plane.id);
        return (
          <figure key={plane.id} className="keep-together min-w-0">
            <PlanePlan site={site} plane={plane} layout={layout} dead={dead} shaded={shaded} />
            <figcaption className="caption figures">
              Plane {plane.id}: {plane.tiltDeg}° tilt, faces {plane.azimuthDeg}° ({sideWord(plane.azimuthDeg)}), {plane.mounting}
            </figcaption>
            {shaded ? <ShadeFigure shaded={shaded} obstacles={plane.obstacles.map(({ id }) => id)} /> : null}
          </figure>
        );
      })}
    </div>
  );
}

interface PlanePlanProps {
  site: SiteFile;
  plane: Plane;
  layout: PlaneLayout;
  dead: readonly string[];
  shaded: SiteView["shade"][number] | undefined;
}

function PlanePlan({ site, plane, layout: { places, bounds }, dead, shaded }: PlanePlanProps) {
  const { place, width: given } = useWidth<HTMLDivElement>(FIRST_WIDTH);
  const id = useId().replaceAll(":", "");
  const least = Math.min(...places.map(({ acrossM }) => acrossM));
  const [acrossM, upM] = [bounds.rightM - bounds.leftM, bounds.upperM - bounds.lowerM];
  const pxPerM = Math.max(LEAST_WIDTH / least, Math.min(MOST_WIDTH / least, (given - 2 * ROOM) / acrossM));
  const width = acrossM * pxPerM + 2 * ROOM;
  const height = upM * pxPerM + 2 * ROOM;
  const strings = site.strings.filter((pvString) => places.some(({ stringId }) => stringId === pvString.id));
  return (
    <div ref={place} className="min-w-0 overflow-x-auto" tabIndex={width > given ? 0 : undefined}>
      <svg
        width={width}
        height={height + LINE + 4}
        viewBox={`0 0 ${width} ${height + LINE + 4}`}
        className={`block ${width > given ? "" : "max-w-full"}`}
        role="img"
        aria-label={planDescription(plane, strings, dead)}
      >
        <defs>
          <pattern id={`dead-${id}`} width="8" height="8" patternUnits="userSpaceOnUse">
            <path d="M0 8 L8 0" stroke="var(--lost)" strokeWidth="1.5" />
          </pattern>
        </defs>
        <rect x="1" y="1" width={width - 2} height={height - 2} fill="var(--raised)" stroke="var(--rule-strong)" />
        {places.map((module) => {
          const { stringId, place: number } = module;
          const gone = dead.includes(stringId);
          const [moduleWidth, moduleHeight] = [module.acrossM * pxPerM - LINE_GAP, module.upM * pxPerM - LINE_GAP];
          const x = ROOM + (module.rightM - module.acrossM / 2 - bounds.leftM) * pxPerM;
          const y = ROOM + (bounds.upperM - module.upSlopeM - module.upM / 2) * pxPerM;
          const order = site.strings.findIndex((one) => one.id === stringId);
          const lost = shaded?.modules.find((one) => one.stringId === stringId && one.place === number)?.beamLost;
          const name = moduleScope(stringId, number);
          const wide = moduleWidth >= WIDTH_OF_NAME;
          const lines = [...(wide ? [name] : name.split(".")), ...(lost === undefined ? [] : [lostText(lost, wide ? 1 : 0)])];
          return (
            <g key={name}>
              <rect
                x={x}
                y={y}
                width={moduleWidth}
                height={moduleHeight}
                fill={gone ? `url(#dead-${id})` : "var(--paper)"}
                stroke={gone ? "var(--lost)" : "var(--ink)"}
                strokeWidth="1.2"
                strokeDasharray={STRING_STROKES[order % STRING_STROKES.length]}
              />
              {lines.map((line, k) => (
                <text
                  key={line}
                  x={x + moduleWidth / 2}
                  y={y + moduleHeight / 2 + 4 + (k - (lines.length - 1) / 2) * LINE}
                  textAnchor="middle"
                  fontSize="12"
                  fontFamily="var(--font-mono)"
                  stroke="var(--raised)"
                  strokeWidth="3"
                  paintOrder="stroke"
                  fill="var(--ink)"
                >
                  {line}
                </text>
              ))}
            </g>
          );
        })}
        <text x={width / 2} y={height + LINE - 1} textAnchor="middle" fontSize="12" fill="var(--quiet)">
          {edgesOf(plane).lower}
        </text>
      </svg>
    </div>
  );
}

function lostText(share: number, digits: number): string {
  return share < 0.0005 ? "0 %" : `\u2212${(share * 100).toFixed(digits)} %`;
}

function planDescription(plane: Plane, strings: readonly PvString[], dead: readonly string[]): string {
  const parts = strings.map(
    (pvString) => `string ${pvString.id} with ${pvString.modules} modules${dead.includes(pvString.id) ? ", gives nothing" : ""}`,
  );
  return `Plan of plane ${plane.id}: ${parts.join("; ")}`;
}
