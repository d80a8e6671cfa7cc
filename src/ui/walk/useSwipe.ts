"use client";

import { useRef } from "react";

/** How far a thumb goes sideways for a swipe, and how far up or down at most, px: more is a scroll. */
const SWIPE = { acrossPx: 90, alongPx: 50 };
/** Where a sideways move is something else: typing, choosing, what scrolls itself. */
const OWN = "input, textarea, select, [role=application], [role=dialog], .overflow-x-auto";

/** Handlers that take a thumb's swipe to the left as "next" and to the right as "before". */
export function useSwipe(onNext: () => void, onBefore: () => void) {
  const from = useRef<{ x: number; y: number } | null>(null);
  return {
    onTouchStart({ touches, target }: React.TouchEvent) {
      const touch = touches[0];
      from.current = touches.length === 1 && !(target as HTMLElement).closest(OWN) ? { x: touch.clientX, y: touch.clientY } : null;
    },
    onTouchEnd({ changedTouches }: React.TouchEvent) {
      const touch = changedTouches[0];
      const began = from.current;
      from.current = null;
      if (!began) return;
      const [dx, dy] = [touch.clientX - began.x, touch.clientY - began.y];
      if (Math.abs(dx) < SWIPE.acrossPx || Math.abs(dy) > SWIPE.alongPx) return;
      if (dx < 0) onNext();
      else onBefore();
    },
  };
}
