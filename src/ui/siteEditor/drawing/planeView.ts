import type { SiteDraft } from "@/core/draft/draft";
import { boundsOfModules, modulesIn } from "@/core/draft/modules";
import { roofOf } from "@/core/draft/obstacles";
import type { PlaneBounds } from "@/core/plane/layout";

/** How a plane is laid on the canvas: seen square on, the ridge above. */
export interface PlaneView {
  pxPerM: number;
  width: number;
  height: number;
  x: (rightM: number) => number;
  y: (upM: number) => number;
  /** The roof's own edges; null where they aren't told. */
  roof: PlaneBounds | null;
}

/** Round what is drawn, m. */
const MARGIN_M = 0.8;
/** What is shown of a plane on which nothing lies yet, m from its middle. */
const BARE: PlaneBounds = { leftM: -5, rightM: 5, lowerM: -3, upperM: 3 };
/** A metre is drawn no smaller than this: a module stays wide enough for a finger; a wider plan is scrolled. */
const LEAST_PX_PER_M = 20;
const MOST_PX_PER_M = 90;
const LEAST_HEIGHT_PX = 240;
/** Room for the scale along the left and lower edge, px. */
export const SCALE_ROOM = 22;

/** Fits a plane into a width and a height, px. @param zoom times that */
export function planeView(draft: SiteDraft, plane: number, widthPx: number, heightPx: number, zoom: number): PlaneView {
  const roof = roofOf(draft.planes[plane]);
  const parts = [boundsOfModules(draft, modulesIn(draft, plane)) ?? BARE, ...(roof ? [roof] : [])];
  const bounds: PlaneBounds = {
    leftM: Math.min(...parts.map(({ leftM }) => leftM)) - MARGIN_M,
    rightM: Math.max(...parts.map(({ rightM }) => rightM)) + MARGIN_M,
    lowerM: Math.min(...parts.map(({ lowerM }) => lowerM)) - MARGIN_M,
    upperM: Math.max(...parts.map(({ upperM }) => upperM)) + MARGIN_M,
  };
  const fit = Math.min((widthPx - SCALE_ROOM) / (bounds.rightM - bounds.leftM), (heightPx - SCALE_ROOM) / (bounds.upperM - bounds.lowerM));
  const pxPerM = Math.min(MOST_PX_PER_M, Math.max(LEAST_PX_PER_M, fit)) * zoom;
  const width = Math.max(widthPx, (bounds.rightM - bounds.leftM) * pxPerM + SCALE_ROOM);
  // On a narrow screen a wide plane is low: the rest of the sheet would be bare.
  const height = Math.max(Math.min(heightPx, LEAST_HEIGHT_PX), (bounds.upperM - bounds.lowerM) * pxPerM + SCALE_ROOM);
  // What is smaller than the sheet lies in its middle.
  const spareX = (width - SCALE_ROOM - (bounds.rightM - bounds.leftM) * pxPerM) / 2;
  const spareY = (height - SCALE_ROOM - (bounds.upperM - bounds.lowerM) * pxPerM) / 2;
  return {
    ...{ pxPerM, width, height, roof },
    x: (rightM) => SCALE_ROOM + spareX + (rightM - bounds.leftM) * pxPerM,
    y: (upM) => spareY + (bounds.upperM - upM) * pxPerM,
  };
}
