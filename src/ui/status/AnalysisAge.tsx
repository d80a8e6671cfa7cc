"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { instantText } from "../marks/words";
import { send } from "../send";

const POLL_MS = 2000;

/** How the analysis on a page stands to the data. */
export interface Age {
  madeAt: string | null;
  current: boolean;
  /** True where the newest days are told by the causes as they were found before. */
  goneOn: boolean;
  /** Of the next one, 0 to 1; null where nothing is known of it. */
  progress: number | null;
  /** A person stopped it: it waits until it is asked for. */
  stopped: boolean;
  failure: string | null;
}

/**
 * Says that the figures are of an earlier state of the data while newer ones are worked out, and brings those in when they
 * are there. Shows nothing where they are up to date.
 */
export function AnalysisAge({ siteId, age, timeZone }: { siteId: string; age: Age; timeZone: string }) {
  const router = useRouter();
  const [failure, setFailure] = useState(age.failure);
  const [progress, setProgress] = useState(age.progress);
  const [stopped, setStopped] = useState(age.stopped);
  const path = `/api/sites/${encodeURIComponent(siteId)}/analysis`;

  useEffect(() => {
    if (age.current) return;
    let gone = false;
    const look = async () => {
      const now = await send<Age>(path, "GET");
      if (gone || "error" in now) return;
      setFailure(now.failure);
      setProgress(now.progress);
      setStopped(now.stopped);
      if (now.current || now.madeAt !== age.madeAt) router.refresh();
    };
    const timer = setInterval(() => void look(), POLL_MS);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [path, age.current, age.madeAt, router]);

  if (age.current) return null;
  return (
    <div className="no-print mb-4 flex flex-wrap items-center justify-between gap-x-4 border-l-4 border-watch bg-raised py-1 pr-1 pl-3">
      <p role="status" className="min-w-0 flex-1 basis-72 py-1">
        {stopped
          ? `${shownWords(age.madeAt, age.goneOn, timeZone)} Working out new ones was stopped.`
          : words(age, failure, progress, timeZone)}
      </p>
      {failure ? null : (
        <button
          type="button"
          className="button min-h-9 max-desk:min-h-11"
          onClick={async () => {
            const answer = await send<{ stopped: boolean }>(path, stopped ? "POST" : "DELETE");
            if (!("error" in answer)) setStopped(answer.stopped);
          }}
        >
          {stopped ? "Work them out" : "Stop"}
        </button>
      )}
    </div>
  );
}

function words({ madeAt, goneOn }: Age, failure: string | null, progress: number | null, timeZone: string): string {
  const shown = shownWords(madeAt, goneOn, timeZone);
  if (failure) return `${shown} New ones could not be worked out: ${failure}.`;
  const part = progress === null ? "" : `, ${Math.round(100 * progress)} % done,`;
  if (goneOn) return `${shown} Everything is being fitted anew${part} and comes by itself.`;
  return `${shown} New ones are being worked out${part} and come by themselves.`;
}

function shownWords(madeAt: string | null, goneOn: boolean, timeZone: string): string {
  if (!madeAt) return "There are no figures yet.";
  if (goneOn) return "The newest days are told by the causes as they were found before, and by what shows itself in a day.";
  return `The data have changed since. These figures are of ${instantText(madeAt, timeZone)}.`;
}
