"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { theField } from "@/field/field";
import { send } from "../send";

const EVERY_MS = 4000;
/** The first one soon: it puts the device's clock right before much is recorded. */
const FIRST_MS = 800;
/** While nothing answers there is nothing to follow. */
const SELDOM_MS = 15_000;

interface Answer {
  caseId: string;
  last: number;
  nowMs: number;
}

/** Brings in what others recorded in this case, without a reload, for as long as its page is looked at. Shows nothing itself. */
export function FollowCase({ caseId, last }: { caseId: string; last: number }) {
  const router = useRouter();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout>;
    let gone = false;
    const look = async () => {
      clearTimeout(timer);
      let pauseMs = EVERY_MS;
      if (document.visibilityState === "visible") {
        const answer = await send<Answer>(`/api/cases/${encodeURIComponent(caseId)}/changes`, "GET");
        if (gone) return;
        const { line, outbox } = theField();
        if ("error" in answer || answer.caseId !== caseId) {
          line.set("error" in answer && answer.status === undefined && !answer.stranger ? "none" : "trouble");
          pauseMs = SELDOM_MS;
        } else {
          line.set("open");
          void outbox.hearClock(answer.nowMs);
          if (answer.last !== last) router.refresh();
        }
      }
      timer = setTimeout(look, pauseMs);
    };
    const now = () => void look();
    timer = setTimeout(look, FIRST_MS);
    window.addEventListener("online", now);
    window.addEventListener("offline", now);
    document.addEventListener("visibilitychange", now);
    return () => {
      gone = true;
      clearTimeout(timer);
      window.removeEventListener("online", now);
      window.removeEventListener("offline", now);
      document.removeEventListener("visibilitychange", now);
    };
  }, [caseId, last, router]);
  return null;
}
