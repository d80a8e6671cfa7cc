"use client";

import { useMemo } from "react";
import { type ChangeOf, partRecordId } from "@/core/changes/change";
import type { PartFields } from "@/core/changes/partFields";
import { type Part, withPartChanges } from "@/core/register/parts";
import type { Entry } from "@/field/entry";
import { theField } from "@/field/field";
import type { Draft } from "@/field/outbox";
import { newUuid } from "@/field/uuid";
import type { FieldRecords } from "@/server/cases/openCase";

/** The parts of a plant as this device has them, and what can be done with them. */
export interface OwnParts {
  parts: Part[];
  /** Records a part. @returns its id, at once */
  add(fields: Partial<PartFields>): string;
  /** A change of a part, as it will be recorded. */
  saying(partId: string, fields: Partial<PartFields>): Draft;
  change(part: Part, fields: Partial<PartFields>): void;
}

/** @param register as the server knew it when the page was made; what this device recorded since stands over it */
export function useParts(caseId: string, known: FieldRecords, register: readonly Part[], entries: ReadonlyMap<string, Entry>): OwnParts {
  const parts = useMemo(() => {
    const there = new Set(known.changes.map(({ id }) => id));
    const own = [...entries.values()]
      .map(({ change }) => change)
      .filter((change): change is ChangeOf<"part"> => change.kind === "part" && !there.has(change.id));
    return withPartChanges(register, own);
  }, [known, register, entries]);
  const saying = (partId: string, fields: Partial<PartFields>): Draft => ({
    ...{ caseId, kind: "part", recordId: partRecordId(caseId, partId), partId, fields },
  });
  return {
    parts,
    saying,
    add(fields) {
      const id = newUuid();
      void theField().outbox.record(saying(id, fields));
      return id;
    },
    change(part, fields) {
      void theField().outbox.record(saying(part.id, fields), part.lastMs);
    },
  };
}
