"use client";

import { useRouter } from "next/navigation";
import { useCallback, useEffect, useRef, useState } from "react";
import type { FindingView } from "@/server/findings/findings";
import type { Answer } from "./answer";
import { type Answers, fromServer, withWaiting } from "./answers";
import { flush, keep, tidy, waiting, waitingOrLately } from "./outbox";

const RETRY_MS = 15_000;

/** The walk's answers, shown at once and sent when the network allows. */
export function useWalk(caseId: string, findings: readonly FindingView[]) {
  const [answers, setAnswers] = useState<Answers>(() => fromServer(findings));
  const [status, setStatus] = useState("");
  const router = useRouter();
  const latest = useRef(answers);
  latest.current = answers;
  const touched = useRef(new Set<string>());

  const deliver = useCallback(async () => {
    const result = await flush();
    if (result.left > 0) setStatus(`${result.left} kept on this device until there is a connection`);
    else setStatus(result.problem ? `Refused: ${result.problem}` : "All recorded");
    if (result.sent > 0) router.refresh();
  }, [router]);

  // What an earlier visit to this screen left behind is shown again and sent; what it sent lately this page may lack.
  useEffect(() => {
    const resume = async () => {
      await tidy();
      const entries = await waitingOrLately();
      if (entries.length === 0) return;
      // What was answered meanwhile is newer than any entry read before it.
      const meanwhile = (now: Answers) => Object.fromEntries([...touched.current].map((pointId) => [pointId, now[pointId]]));
      setAnswers((now) => ({ ...withWaiting(now, entries, caseId), ...meanwhile(now) }));
      if ((await waiting()).length > 0) await deliver();
      else router.refresh();
    };
    void resume();
    const retry = async () => {
      await tidy();
      if ((await waiting()).length > 0) await deliver();
    };
    window.addEventListener("online", retry);
    const timer = setInterval(retry, RETRY_MS);
    return () => {
      window.removeEventListener("online", retry);
      clearInterval(timer);
    };
  }, [caseId, deliver, router]);

  async function put(pointId: string, change: Partial<Pick<Answer, "gradeId" | "note" | "place">>) {
    touched.current.add(pointId);
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

  // Taking back and restoring show only once they are kept: a reload in between mustn't undo what was seen.
  async function withdraw(pointId: string) {
    const old = latest.current[pointId];
    if (!old) return;
    touched.current.add(pointId);
    await keep({ kind: "withdraw", findingId: old.findingId, withdrawn: true });
    setAnswers((now) => ({ ...now, [pointId]: undefined }));
    await deliver();
  }

  async function restore(pointId: string, answer: Answer) {
    touched.current.add(pointId);
    await keep({ kind: "withdraw", findingId: answer.findingId, withdrawn: false, caseId, pointId, answer });
    setAnswers((now) => ({ ...now, [pointId]: answer }));
    await deliver();
  }

  async function addPhoto(pointId: string, picture: File) {
    const answer = latest.current[pointId];
    if (!answer) return;
    touched.current.add(pointId);
    const photoId = crypto.randomUUID();
    const photo = { id: photoId, url: URL.createObjectURL(picture) };
    setAnswers((now) => ({ ...now, [pointId]: { ...(now[pointId] ?? answer), photos: [...(now[pointId] ?? answer).photos, photo] } }));
    await keep({ kind: "photo", findingId: answer.findingId, photoId, caseId, picture });
    await deliver();
  }

  return { answers, status, put, withdraw, restore, addPhoto };
}
