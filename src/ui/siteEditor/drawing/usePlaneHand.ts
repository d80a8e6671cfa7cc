"use client";

import type Konva from "konva";
import { useRef, useState } from "react";
import { boundsOfModules, sizeOf } from "@/core/draft/modules";
import { snapped } from "@/core/draft/snap";
import type { ModuleRef } from "@/core/draft/wiring";
import { CLAMP_GAP_MM } from "@/core/plane/layout";
import type { PlaneStageProps } from "./planeStageProps";

/** A hand that shakes by less doesn't drag, px. */
const SHAKE_PX = 4;
/** What is dragged clings within this, px. */
const CLING_PX = 8;

interface Drag {
  from: { x: number; y: number };
  /** What moves with the hand; empty while a frame is drawn round modules. */
  moving: ModuleRef[];
}

/** What the hand is doing on a plane: what it drags and how far, where that clings, the frame that it draws. */
export function usePlaneHand({ draft, plane, view, mode, picked, onPick, onMove, onRun }: PlaneStageProps) {
  const drag = useRef<Drag | null>(null);
  const [by, setBy] = useState<{ rightM: number; upM: number; atRightM: number | null; atUpM: number | null } | null>(null);
  const [frame, setFrame] = useState<{ x: number; y: number; width: number; height: number } | null>(null);
  const { places } = draft.planes[plane];

  const moduleAt = (x: number, y: number): number | null => {
    for (let at = places.length - 1; at >= 0; at--) {
      const { acrossM, upM } = sizeOf(draft, places[at]);
      if (
        Math.abs(x - view.x(places[at].rightM)) <= (acrossM / 2) * view.pxPerM &&
        Math.abs(y - view.y(places[at].upM)) <= (upM / 2) * view.pxPerM
      )
        return at;
    }
    return null;
  };

  function press({ evt, target }: Konva.KonvaEventObject<PointerEvent>) {
    const from = target.getStage()?.getPointerPosition();
    if (!from || evt.button > 0) return;
    const at = moduleAt(from.x, from.y);
    if (evt.target instanceof Element) evt.target.setPointerCapture?.(evt.pointerId);
    if (mode === "wire") {
      if (at !== null) onRun(at);
      drag.current = { from, moving: [] };
      return;
    }
    const adding = evt.shiftKey || evt.ctrlKey || evt.metaKey;
    if (at === null) {
      if (evt.pointerType === "mouse") drag.current = { from, moving: [] };
      if (!adding) onPick([], "only");
      return;
    }
    if (adding) return onPick([at], "toggle");
    const moving = picked.has(at) ? [...picked] : [at];
    if (!picked.has(at)) onPick([at], "only");
    drag.current = { from, moving: moving.map((one) => ({ plane, at: one })) };
  }

  function go({ target }: Konva.KonvaEventObject<PointerEvent>) {
    const to = target.getStage()?.getPointerPosition();
    if (!to || !drag.current) return;
    const { from, moving } = drag.current;
    if (mode === "wire") {
      const at = moduleAt(to.x, to.y);
      if (at !== null && places[at].string === undefined) onRun(at);
      return;
    }
    const [dx, dy] = [to.x - from.x, to.y - from.y];
    if (moving.length === 0)
      return setFrame({ x: Math.min(from.x, to.x), y: Math.min(from.y, to.y), width: Math.abs(dx), height: Math.abs(dy) });
    if (!by && Math.hypot(dx, dy) < SHAKE_PX) return;
    setBy(clung(moving, dx / view.pxPerM, -dy / view.pxPerM));
  }

  function release() {
    const { moving } = drag.current ?? { moving: [] };
    drag.current = null;
    if (by && moving.length > 0) onMove(by.rightM, by.upM);
    if (frame && frame.width + frame.height > 2 * SHAKE_PX) onPick(within(frame), "only");
    setBy(null);
    setFrame(null);
  }

  function clung(moving: ModuleRef[], rightM: number, upM: number) {
    const bounds = boundsOfModules(draft, moving);
    if (!bounds) return null;
    const own = new Set(moving.map(({ at }) => at));
    const others = places.flatMap((_, at) => (own.has(at) ? [] : (boundsOfModules(draft, [{ plane, at }]) ?? [])));
    const there = {
      leftM: bounds.leftM + rightM,
      rightM: bounds.rightM + rightM,
      lowerM: bounds.lowerM + upM,
      upperM: bounds.upperM + upM,
    };
    const more = snapped(there, { others, gapM: CLAMP_GAP_MM / 1000, roof: view.roof }, CLING_PX / view.pxPerM);
    return { ...more, rightM: rightM + more.rightM, upM: upM + more.upM };
  }

  const within = ({ x, y, width, height }: { x: number; y: number; width: number; height: number }) =>
    places.flatMap(({ rightM, upM }, at) => {
      const [mx, my] = [view.x(rightM), view.y(upM)];
      return mx >= x && mx <= x + width && my >= y && my <= y + height ? [at] : [];
    });

  /** Whether a module moves with the hand. */
  const moves = (at: number) => by !== null && (drag.current?.moving.some((one) => one.at === at) ?? false);
  return { by, frame, moves, press, go, release };
}
