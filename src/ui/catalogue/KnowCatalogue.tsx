"use client";

import { useMemo } from "react";
import { putInForce } from "@/core/inspection/catalogue";
import { type CatalogueDelta, fromDelta } from "@/core/inspection/catalogueDelta";

/** Puts the firm's own catalogue in force in this browser, before anything below is drawn. */
export function KnowCatalogue({ delta, children }: { delta: CatalogueDelta | null; children: React.ReactNode }) {
  useMemo(() => {
    // On the server it is in force already, for all pages alike.
    if (typeof window !== "undefined") putInForce(delta && fromDelta(delta));
  }, [delta]);
  return children;
}
