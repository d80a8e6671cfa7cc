"use client";

import dynamic from "next/dynamic";
import { useMemo } from "react";
import { numberOf } from "@/core/draft/draft";
import { obstaclesOf, seenFromAll } from "@/core/draft/obstacles";
import { obstacleSchema, type Plane } from "@/core/site/siteSchema";
import { sunPaths } from "@/core/sun/paths";
import { SkyProfile } from "../../site/SkyProfile";
import { PlaneChoice } from "../drawing/PlaneChoice";
import { useEditor } from "../EditorContext";
import { HorizonTable } from "./HorizonTable";
import { ObstacleForms } from "./ObstacleForms";

/** The drawing package draws in a browser only. */
const GroundPlan = dynamic(() => import("./GroundPlan").then((module) => module.GroundPlan), { ssr: false });

/** What stands between each plane and the sky. */
export function SkyLeaf({ nowMs }: { nowMs: number }) {
  const { draft, plane, change } = useEditor();
  const open = draft.planes[plane];
  const { lat, lon, elevationM } = draft.location;
  const paths = useMemo(() => {
    const [north, east] = [numberOf(lat), numberOf(lon)];
    if (north === null || east === null || Math.abs(north) > 90 || Math.abs(east) > 180) return [];
    return sunPaths({ lat: north, lon: east, elevationM: numberOf(elevationM) ?? 0 }, new Date(nowMs).getUTCFullYear());
  }, [lat, lon, elevationM, nowMs]);
  const seen = useMemo(
    () => ({
      id: open.id,
      horizon: pointsOf(open.horizon),
      obstacles: obstaclesOf(open).flatMap((one) => obstacleSchema.safeParse(one).data ?? []),
    }),
    [open],
  );
  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_27rem]">
      <div className="min-w-0">
        <div className="mb-1">
          <PlaneChoice label="Plane looked from" />
        </div>
        {paths.length === 0 ? <p className="caption">The sun&rsquo;s way is drawn once the place is told.</p> : null}
        <SkyProfile plane={seen as unknown as Plane} paths={paths} nowMs={nowMs} south={(numberOf(lat) ?? 1) >= 0} />
        <GroundPlan />
      </div>
      <div className="grid content-start gap-5">
        <HorizonTable />
        <ObstacleForms />
        {draft.planes.length > 1 ? (
          <p>
            <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={() => change(seenFromAll(draft, plane))}>
              Put the same round the other planes
            </button>
            <span className="caption mt-1 block">
              Bearings and distances follow where the planes lie; look at the heights, which count from each plane&rsquo;s middle.
            </span>
          </p>
        ) : null}
      </div>
    </div>
  );
}

/** The points of a horizon that can be read. */
function pointsOf(horizon: unknown): { azimuthDeg: number; elevationDeg: number }[] {
  return (Array.isArray(horizon) ? (horizon as Record<string, unknown>[]) : []).flatMap((point) => {
    const [azimuthDeg, elevationDeg] = [numberOf(point?.azimuthDeg), numberOf(point?.elevationDeg)];
    return azimuthDeg === null || elevationDeg === null ? [] : [{ azimuthDeg, elevationDeg }];
  });
}
