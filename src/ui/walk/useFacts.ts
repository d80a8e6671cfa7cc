"use client";

import { type FactsFields, factsRecordId } from "@/core/changes/change";
import { latestMs, type Standing } from "@/core/changes/standing";
import { theField } from "@/field/field";

/** Records what was said on site of its plant. */
export function useFacts(caseId: string, facts: Standing<FactsFields>): (keys: readonly string[], value: string) => void {
  return (keys, value) => {
    const fields = Object.fromEntries(keys.map((key) => [key, value]));
    void theField().outbox.record({ caseId, kind: "facts", recordId: factsRecordId(caseId), fields }, latestMs(facts));
  };
}
