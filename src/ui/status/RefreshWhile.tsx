"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { send } from "../send";

const EVERY_MS = 3000;

/** Looks again every few seconds for as long as it stands on a page: what is being worked out comes in by itself. */
export function RefreshWhile() {
  const router = useRouter();
  useEffect(() => {
    // Without an answer a refresh would load the whole page anew, from the device where it is kept, again and again.
    const look = async () => {
      const answer = await send<{ alive?: boolean }>("/api/alive", "GET");
      if (!("error" in answer) && answer.alive) router.refresh();
    };
    const timer = setInterval(() => void look(), EVERY_MS);
    return () => clearInterval(timer);
  }, [router]);
  return null;
}
