import { randomUUID } from "node:crypto";
import { writeFile } from "node:fs/promises";
import { join } from "node:path";
import { type Change, NEW_FINDING, partRecordId } from "@/core/changes/change";
import { type PhotoMarks, writeMarks } from "@/core/changes/photoMarks";
import { MINUTE_MS } from "@/core/constants";
import { walkFor } from "@/core/inspection/walk";
import type { SiteFile } from "@/core/site/siteSchema";
import { CaseRecord } from "@/db/models/records";
import { BUILT_IN_ACTOR as ME } from "../../actor";
import { createCase } from "../../cases/createCase";
import { incomingFolder, inTransaction } from "../../database";
import { checkChange, keepChangeIn } from "../../field/keepChange";
import { keepPhoto } from "../../findings/photos";
import { demoPicture } from "./demoPictures";
import type { DemoFinding, DemoVisit } from "./demoVisit";

/** Stores an earlier visit to a site as it was recorded then: its case, every point's finding, photos with their marks, parts. */
export async function loadVisit(site: SiteFile, visit: DemoVisit): Promise<void> {
  const { id: caseId, siteId, title, author, parts } = visit;
  const beganMs = Date.parse(visit.beganAt);
  await createCase(ME, { id: caseId, siteId, kind: "routine", title, openedAt: new Date(beganMs) });
  let moments = 0;
  const said = () => ({
    ...{ id: randomUUID(), caseId, device: "demonstration", deviceName: "Tablet", author, madeMs: beganMs + moments++ * MINUTE_MS },
  });
  const found = foundIn(site, visit, beganMs);
  const changes: Change[] = [];
  const photos: { findingId: string; pointId: string; finding: DemoFinding }[] = [];
  for (const finding of found) {
    const { point: pointId, grade: gradeId, place = "", spot = "", note = "", value = "" } = finding;
    const recordId = randomUUID();
    changes.push({ ...said(), kind: "finding", recordId, pointId, fields: { ...NEW_FINDING, gradeId, place, spot, note, value } });
    if (finding.picture) photos.push({ findingId: recordId, pointId, finding });
  }
  for (const fields of parts) {
    const partId = randomUUID();
    changes.push({ ...said(), kind: "part", recordId: partRecordId(caseId, partId), partId, fields });
  }
  await inTransaction(async (transaction) => {
    for (const change of changes) {
      checkChange(change);
      await keepChangeIn(ME, change, transaction);
    }
    await CaseRecord.update({ closedAt: new Date(beganMs + 8 * 60 * MINUTE_MS) }, { where: { id: caseId }, transaction });
  });
  for (const { findingId, pointId, finding } of photos) {
    const id = randomUUID();
    const upload = join(incomingFolder(), `${process.pid}-${id}`);
    await writeFile(upload, await demoPicture(finding.picture ?? "isolator"));
    const marks: PhotoMarks | undefined = finding.marks;
    const fields = { removed: false, ...(marks ? { marks: writeMarks(marks) } : {}) };
    await keepPhoto(ME, { ...said(), id, kind: "photo", recordId: id, findingId, pointId, fields }, upload);
  }
}

/** What was found, in the order of the walk; on a whole one every point that isn't told is in order by the first way that is accepted. */
function foundIn(site: SiteFile, { whole, found }: DemoVisit, nowMs: number): DemoFinding[] {
  if (!whole) return [...found];
  const told = new Map(found.map((finding) => [finding.point, finding]));
  return walkFor(site, { nowMs }).flatMap(({ points }) =>
    points.map(({ id, grades }) => told.get(id) ?? { point: id, grade: grades.find(({ severity }) => severity === "sound")?.id ?? "" }),
  );
}
