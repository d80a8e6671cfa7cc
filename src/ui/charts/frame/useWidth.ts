"use client";

import { type RefObject, useEffect, useRef, useState } from "react";

/** Width that a drawing has, px: it is redrawn in it, never shrunk. @param first until it is measured */
export function useWidth<Place extends HTMLElement>(first: number): { place: RefObject<Place | null>; width: number } {
  const place = useRef<Place>(null);
  const [width, setWidth] = useState(first);
  useEffect(() => {
    const { current } = place;
    if (!current) return;
    const size = new ResizeObserver(() => setWidth(Math.max(200, Math.floor(current.clientWidth))));
    size.observe(current);
    return () => size.disconnect();
  }, []);
  return { place, width };
}
