"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

const EVERY_MS = 3000;

/** Looks again every few seconds for as long as it stands on a page: what is being worked out comes in by itself. */
export function RefreshWhile() {
  const router = useRouter();
  useEffect(() => {
    const timer = setInterval(() => router.refresh(), EVERY_MS);
    return () => clearInterval(timer);
  }, [router]);
  return null;
}
