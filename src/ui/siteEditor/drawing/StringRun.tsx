import { Circle, Line } from "react-konva";
import type { SiteDraft } from "@/core/draft/draft";
import { sizeOf } from "@/core/draft/modules";
import { modulesOf } from "@/core/draft/wiring";
import type { DrawingColours } from "./colours";
import type { PlaneView } from "./planeView";

/** A string's way from module to module, beginning at its round end. */
export function StringRun({
  draft,
  plane,
  stringId,
  view,
  colours,
  strong,
  shown,
}: {
  draft: SiteDraft;
  plane: number;
  stringId: string;
  view: PlaneView;
  colours: DrawingColours;
  strong: boolean;
  shown: boolean;
}) {
  if (!shown) return null;
  const points = modulesOf(draft, stringId).flatMap((ref) => {
    if (ref.plane !== plane) return [];
    const place = draft.planes[plane].places[ref.at];
    // Under the names, not through them.
    const height = sizeOf(draft, place).upM * view.pxPerM;
    return [view.x(place.rightM), view.y(place.upM) + height / 2 - Math.max(5, height * 0.16)];
  });
  if (points.length === 0) return null;
  const colour = strong ? colours.act : colours.strong;
  return (
    <>
      <Line points={points} stroke={colour} strokeWidth={strong ? 3 : 1.5} lineJoin="round" lineCap="round" />
      <Circle x={points[0]} y={points[1]} radius={strong ? 5 : 3.5} fill={colour} />
    </>
  );
}
