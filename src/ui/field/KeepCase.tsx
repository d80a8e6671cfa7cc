"use client";

import { useEffect } from "react";
import { keepPages } from "@/field/pages/keepCase";
import { STATIONS } from "../shell/stations";

/** After the page itself has what it needs. */
const AFTER_MS = 1500;

interface KeepCaseProps {
  caseId: string;
  siteId: string;
  /** Number of the last change of the case. */
  last: number;
  /** Photos that the walk shows, those of earlier visits too. */
  photoIds: readonly string[];
}

/** Keeps all stations of an open case and its site on this device, anew whenever something has come in. Shows nothing itself. */
export function KeepCase({ caseId, siteId, last, photoIds }: KeepCaseProps) {
  const photoList = photoIds.join(" ");
  useEffect(() => {
    const stations = STATIONS.map(({ id }) => `/cases/${caseId}/${id}`);
    const photos = photoList === "" ? [] : photoList.split(" ").map((id) => `/api/photos/${id}?small`);
    const keep = (anew: boolean) =>
      void keepPages([...stations, `/sites/${siteId}`, `/api/sites/${siteId}/day-book`, "/", ...photos], anew);
    const known = keptLast.get(caseId);
    const timer = setTimeout(() => keep(known !== undefined && known !== last), AFTER_MS);
    keptLast.set(caseId, last);
    return () => clearTimeout(timer);
  }, [caseId, siteId, last, photoList]);
  return null;
}

/** Number of the last change with which each case was kept by this tab. */
const keptLast = new Map<string, number>();
