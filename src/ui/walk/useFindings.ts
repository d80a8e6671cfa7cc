"use client";

import type { StandingFinding, StandingPhoto } from "@/core/changes/caseRecords";
import type { FindingFields } from "@/core/changes/change";
import { type PhotoMarks, writeMarks } from "@/core/changes/photoMarks";
import { PHOTO } from "@/core/changes/pictureLimits";
import { latestMs } from "@/core/changes/standing";
import { theField } from "@/field/field";
import type { Draft } from "@/field/outbox";
import { checkPicture } from "@/field/pictures/wholePicture";
import { newUuid } from "@/field/uuid";

/** What can be done with the findings of a case; each resolves once it is kept on this device. */
export function useFindings(caseId: string) {
  const { outbox } = theField();
  return {
    /** Records a finding at a point. @returns its id, at once */
    add(pointId: string, fields: Partial<FindingFields>, recordId = newUuid()): string {
      void outbox.record({ caseId, kind: "finding", recordId, pointId, fields });
      return recordId;
    },
    /** What is said of a finding that may be nothing yet but its id. */
    begins(pointId: string, recordId: string, fields: Partial<FindingFields>): Draft {
      return { caseId, kind: "finding", recordId, pointId, fields };
    },
    /** A change of a finding, as it will be recorded. */
    saying({ id, pointId }: StandingFinding, fields: Partial<FindingFields>): Draft {
      return { caseId, kind: "finding", recordId: id, pointId, fields };
    },
    async change(finding: StandingFinding, fields: Partial<FindingFields>): Promise<void> {
      await outbox.record(this.saying(finding, fields), latestMs(finding));
    },
    /** Keeps photos, each at once. @returns a line for each file that is no whole picture */
    async addPhotos(finding: Pick<StandingFinding, "id" | "pointId">, files: Iterable<File>): Promise<string[]> {
      const faults: string[] = [];
      for (const file of files) {
        const fault = await faultOf(file);
        if (fault) faults.push(`${file.name}: ${fault}`);
        else {
          const id = newUuid();
          const picture = new Blob([file], { type: file.type });
          const photo = { caseId, kind: "photo" as const, id, recordId: id, findingId: finding.id, pointId: finding.pointId };
          await outbox.record({ ...photo, fields: { removed: false } }, 0, picture);
        }
      }
      return faults;
    },
    async markPhoto(finding: StandingFinding, { id, lastMs }: StandingPhoto, marks: PhotoMarks): Promise<void> {
      const photo = { caseId, kind: "photo" as const, recordId: id, findingId: finding.id, pointId: finding.pointId };
      await outbox.record({ ...photo, fields: { marks: writeMarks(marks) } }, lastMs);
    },
    async removePhoto(finding: StandingFinding, { id, lastMs }: StandingPhoto, removed: boolean): Promise<void> {
      const photo = { caseId, kind: "photo" as const, recordId: id, findingId: finding.id, pointId: finding.pointId };
      await outbox.record({ ...photo, fields: { removed } }, lastMs);
    },
  };
}

async function faultOf(file: File): Promise<string | null> {
  if (file.size > PHOTO.mostBytes) return `has ${Math.round(file.size / 1e6)} MB; at most ${PHOTO.mostBytes / 1e6} are taken`;
  const check = checkPicture(new Uint8Array(await file.arrayBuffer()));
  if (check === "truncated") return "broke off on its way; take it again";
  return check === "foreign" ? "is no picture that can be kept (JPEG, PNG, WebP, AVIF or TIFF)" : null;
}
