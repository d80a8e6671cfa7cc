import { STOP_WORK } from "@/core/inspection/catalogue/apart";
import type { FieldRecords } from "@/server/cases/openCase";

/** The part of a case's records that says whether work is stopped. */
export function stopsOf({ changes, last }: FieldRecords): FieldRecords {
  return { changes: changes.filter((change) => change.kind === "finding" && change.pointId === STOP_WORK), pictures: [], last };
}
