"use client";

import { useEffect } from "react";
import { keepPages } from "@/field/pages/keepCase";
import { STATIONS } from "../shell/stations";

/** After the page itself has what it needs. */
const AFTER_MS = 1500;

/** Keeps all stations of an open case and its site on this device, anew whenever something has come in. Shows nothing itself. */
export function KeepCase({ caseId, siteId, last }: { caseId: string; siteId: string; last: number }) {
  useEffect(() => {
    const stations = STATIONS.map(({ id }) => `/cases/${caseId}/${id}`);
    const keep = (anew: boolean) => void keepPages([...stations, `/sites/${siteId}`, `/api/sites/${siteId}/day-book`, "/"], anew);
    const known = keptLast.get(caseId);
    const timer = setTimeout(() => keep(known !== undefined && known !== last), AFTER_MS);
    keptLast.set(caseId, last);
    return () => clearTimeout(timer);
  }, [caseId, siteId, last]);
  return null;
}

/** Number of the last change with which each case was kept by this tab. */
const keptLast = new Map<string, number>();
