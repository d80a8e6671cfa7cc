"use client";

import { ArrowLeft } from "lucide-react";
import Link from "next/link";
import { useSearchParams } from "next/navigation";
import { selectionQuery } from "../selection/selection";
import { useSelection } from "../selection/useSelection";
import { STATIONS } from "../shell/stations";

/** The way back to where a number was opened, with what is picked; nothing where one came by another way. */
export function BackLink({ caseId }: { caseId: string }) {
  const from = useSearchParams().get("from");
  const { selection } = useSelection();
  const station = STATIONS.find(({ id }) => id === from);
  if (!station && from !== "triage") return null;
  return (
    <Link
      href={station ? `/cases/${caseId}/${station.id}${selectionQuery(selection)}` : "/"}
      className="inline-flex min-h-8 w-fit items-center gap-1.5 max-desk:min-h-11"
    >
      <ArrowLeft className="size-4" aria-hidden="true" /> Back to {station?.title ?? "Triage"}
    </Link>
  );
}
