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

  useEffect(() => {
    if (age.current) return;
    let gone = false;
    const look = async () => {
      const now = await send<Age>(`/api/sites/${encodeURIComponent(siteId)}/analysis`, "GET");
      if (gone || "error" in now) return;
      setFailure(now.failure);
      setProgress(now.progress);
      if (now.current || now.madeAt !== age.madeAt) router.refresh();
    };
    const timer = setInterval(() => void look(), POLL_MS);
    return () => {
      gone = true;
      clearInterval(timer);
    };
  }, [siteId, age.current, age.madeAt, router]);

  if (age.current) return null;
  return (
    <p role="status" className="no-print mb-4 border-l-4 border-watch bg-raised py-2 pr-3 pl-3">
      {words(age, failure, progress, timeZone)}
    </p>
  );
}

function words({ madeAt, goneOn }: Age, failure: string | null, progress: number | null, timeZone: string): string {
  const shown = shownWords(madeAt, goneOn, timeZone);
  if (failure) return `${shown} New ones could not be worked out: ${failure}.`;
  const part = progress === null ? "" : `, ${Math.round(100 * progress)} % so far,`;
  if (goneOn) return `${shown} Everything is being fitted anew${part} and comes by itself.`;
  return `${shown} New ones are being worked out${part} and come by themselves.`;
}

function shownWords(madeAt: string | null, goneOn: boolean, timeZone: string): string {
  if (!madeAt) return "There are no figures yet.";
  if (goneOn) return "The newest days are told by the causes as they were found before, and by what shows itself in a day.";
  return `The data have changed since. These figures are of ${instantText(madeAt, timeZone)}.`;
}
