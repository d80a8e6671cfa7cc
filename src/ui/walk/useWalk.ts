"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import type { FindingView } from "@/server/findings/findings";
import { flush, keep, waiting } from "./outbox";

/** What stands for one point of the walk on this screen. */
export interface Answer {
  findingId: string;
  gradeId: string;
  note: string;
  place: string;
  photos: { id: string; url: string }[];
}

export type Answers = Record<string, Answer | undefined>;

const RETRY_MS = 15_000;

function fromServer(findings: readonly FindingView[]): Answers {
  const answers: Answers = {};
  for (const finding of findings) {
    answers[finding.pointId] = {
      findingId: finding.id,
      gradeId: finding.gradeId,
      note: finding.note,
      place: finding.place,
      photos: finding.photos.map(({ id }) => ({ id, url: `/api/photos/${id}?small` })),
    };
  }
  return answers;
}

/** The walk's answers, shown at once and sent when the network allows. */
export function useWalk(caseId: string, findings: readonly FindingView[]) {
  const [answers, setAnswers] = useState<Answers>(() => fromServer(findings));
  const [status, setStatus] = useState("");
  const router = useRouter();
  const latest = useRef(answers);
  latest.current = answers;

  const deliver = useCallback(async () => {
    const result = await flush();
    if (result.left > 0) setStatus(`${result.left} kept on this device until there is a connection`);
    else setStatus(result.problem ? `Refused: ${result.problem}` : "All recorded");
    if (result.sent > 0) router.refresh();
  }, [router]);

  // What an earlier visit to this screen left behind is shown again and sent.
  useEffect(() => {
    void waiting().then((queue) => {
      if (queue.length === 0) return;
      setAnswers((now) => withWaiting(now, queue, caseId));
      void deliver();
    });
    const retry = () => void waiting().then((queue) => (queue.length > 0 ? deliver() : undefined));
    window.addEventListener("online", retry);
    const timer = setInterval(retry, RETRY_MS);
    return () => {
      window.removeEventListener("online", retry);
      clearInterval(timer);
    };
  }, [caseId, deliver]);

  async function put(pointId: string, change: Partial<Pick<Answer, "gradeId" | "note" | "place">>) {
    const old = latest.current[pointId];
    const next: Answer = {
      findingId: old?.findingId ?? crypto.randomUUID(),
      gradeId: "",
      note: "",
      place: "",
      photos: [],
      ...old,
      ...change,
    };
    setAnswers((now) => ({ ...now, [pointId]: next }));
    if (!next.gradeId) return;
    await keep({
      kind: "finding",
      input: {
        id: next.findingId,
        caseId,
        pointId,
        gradeId: next.gradeId,
        note: next.note,
        place: next.place,
        recordedAt: new Date().toISOString(),
        technician: "",
      },
    });
    void deliver();
  }

  async function withdraw(pointId: string) {
    const old = latest.current[pointId];
    if (!old) return;
    setAnswers((now) => ({ ...now, [pointId]: undefined }));
    await keep({ kind: "withdraw", findingId: old.findingId, withdrawn: true });
    await deliver();
  }

  async function restore(pointId: string, answer: Answer) {
    setAnswers((now) => ({ ...now, [pointId]: answer }));
    await keep({ kind: "withdraw", findingId: answer.findingId, withdrawn: false });
    await deliver();
  }

  async function addPhoto(pointId: string, picture: File) {
    const answer = latest.current[pointId];
    if (!answer) return;
    const photoId = crypto.randomUUID();
    const photo = { id: photoId, url: URL.createObjectURL(picture) };
    setAnswers((now) => ({ ...now, [pointId]: { ...(now[pointId] ?? answer), photos: [...(now[pointId] ?? answer).photos, photo] } }));
    await keep({ kind: "photo", findingId: answer.findingId, photoId, caseId, picture });
    await deliver();
  }

  return { answers, status, put, withdraw, restore, addPhoto };
}

function withWaiting(answers: Answers, queue: Awaited<ReturnType<typeof waiting>>, caseId: string): Answers {
  const next = { ...answers };
  for (const [, entry] of queue) {
    if (entry.kind === "finding" && entry.input.caseId === caseId) {
      const { id, pointId, gradeId, note, place } = entry.input;
      next[pointId] = { findingId: id, gradeId, note, place, photos: next[pointId]?.photos ?? [] };
    } else if (entry.kind === "photo" && entry.caseId === caseId) {
      const owner = Object.values(next).find((answer) => answer?.findingId === entry.findingId);
      owner?.photos.push({ id: entry.photoId, url: URL.createObjectURL(entry.picture) });
    } else if (entry.kind === "withdraw" && entry.withdrawn) {
      for (const [pointId, answer] of Object.entries(next)) if (answer?.findingId === entry.findingId) next[pointId] = undefined;
    }
  }
  return next;
}
