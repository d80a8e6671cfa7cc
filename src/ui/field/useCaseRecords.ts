"use client";

import { useMemo } from "react";
import { type CaseRecords, caseRecords } from "@/core/changes/caseRecords";
import type { BriefFields } from "@/core/changes/change";
import type { Entry } from "@/field/entry";
import type { FieldRecords } from "@/server/cases/openCase";
import { useOutbox } from "./useOutbox";

/** The records of a case as they stand for this device. */
export interface OwnRecords extends CaseRecords {
  /** What this device recorded of the case and hasn't let go, by the change's id. */
  entries: ReadonlyMap<string, Entry>;
}

/**
 * What stands in a case, from what the server knew when the page was made and all that this device recorded: whether it waits,
 * was refused or was sent since. A page may be older than what was sent; what is in both counts once.
 */
export function useCaseRecords(caseId: string, known: FieldRecords, brief: BriefFields): OwnRecords {
  const { entries } = useOutbox();
  return useMemo(() => {
    const own = entries.filter(({ change, state }) => change.caseId === caseId && state !== "let-go");
    const changes = [...known.changes, ...own.map(({ change }) => change)];
    return { ...caseRecords(changes, known.pictures, brief), entries: new Map(own.map((entry) => [entry.id, entry])) };
  }, [caseId, known, brief, entries]);
}
