import type { FindingView } from "@/server/findings/findings";
import type { Answer } from "./answer";
import type { Outgoing } from "./outbox";

/** Answers by point of the walk. */
export type Answers = Record<string, Answer | undefined>;

const photoOnServer = (id: string) => ({ id, url: `/api/photos/${id}?small` });

/** The answers that the server knows. */
export function fromServer(findings: readonly FindingView[]): Answers {
  const answers: Answers = {};
  for (const { id, pointId, gradeId, note, place, photos } of findings) {
    answers[pointId] = { findingId: id, gradeId, note, place, photos: photos.map((photo) => photoOnServer(photo.id)) };
  }
  return answers;
}

/** The answers with what still waits on this device laid over them, oldest first. */
export function withWaiting(answers: Answers, queue: readonly Outgoing[], caseId: string): Answers {
  const next = { ...answers };
  for (const entry of queue) {
    if (entry.kind === "finding" && entry.input.caseId === caseId) {
      const { id, pointId, gradeId, note, place } = entry.input;
      next[pointId] = { findingId: id, gradeId, note, place, photos: next[pointId]?.photos ?? [] };
    } else if (entry.kind === "photo" && entry.caseId === caseId) {
      for (const [pointId, answer] of Object.entries(next)) {
        if (answer?.findingId !== entry.findingId) continue;
        const photo = { id: entry.photoId, url: URL.createObjectURL(entry.picture) };
        next[pointId] = { ...answer, photos: [...answer.photos.filter(({ id }) => id !== photo.id), photo] };
      }
    } else if (entry.kind === "withdraw" && entry.withdrawn) {
      for (const [pointId, answer] of Object.entries(next)) if (answer?.findingId === entry.findingId) next[pointId] = undefined;
    } else if (entry.kind === "withdraw" && !entry.withdrawn && entry.caseId === caseId) {
      // A picture's address in the browser's memory doesn't outlive the page it was made on.
      next[entry.pointId] = { ...entry.answer, photos: entry.answer.photos.map(({ id }) => photoOnServer(id)) };
    }
  }
  return next;
}
