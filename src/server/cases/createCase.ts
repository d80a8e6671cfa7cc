import { CaseRecord } from "@/db/models/records";
import { database } from "../database";
import { newId } from "../findings/findings";
import type { Brief } from "./brief";

/** Opens a new case at a site. @returns its id */
export async function createCase(input: {
  id?: string;
  siteId: string;
  kind: CaseRecord["kind"];
  title: string;
  openedAt?: Date;
  brief: Brief;
}): Promise<string> {
  await database();
  const id = input.id ?? newId();
  await CaseRecord.create({
    id,
    siteId: input.siteId,
    kind: input.kind,
    title: input.title,
    openedAt: input.openedAt ?? new Date(),
    brief: JSON.stringify(input.brief),
  });
  return id;
}
