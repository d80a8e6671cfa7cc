"use client";

import { usePathname, useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import { startKeepingPages } from "@/field/pages/keepCase";
import { send } from "../send";
import { agoText } from "./entryWords";

const LOOK_MS = 5000;

/**
 * Says that a page is the one kept on this device and how old it is, for as long as there is no connection; brings in the present
 * one when there is. Starts what keeps pages.
 */
export function KeptAge() {
  const [keptAtMs, setKeptAtMs] = useState<number | null>(null);
  const [nowMs, setNowMs] = useState(0);
  const router = useRouter();
  const path = usePathname();
  const openedAt = useRef(path);

  useEffect(() => {
    void startKeepingPages();
    const kept = Number(document.documentElement.dataset.keptAt ?? Number.NaN);
    if (Number.isFinite(kept)) setKeptAtMs(kept);
    setNowMs(Date.now());
  }, []);

  // A page that the application went on to by itself came from the server.
  useEffect(() => {
    if (openedAt.current === path) return;
    openedAt.current = path;
    setKeptAtMs(null);
  }, [path]);

  useEffect(() => {
    if (keptAtMs === null) return;
    const look = async () => {
      setNowMs(Date.now());
      const answer = await send<{ alive?: boolean }>("/api/alive", "GET");
      if ("error" in answer || answer.alive !== true) return;
      setKeptAtMs(null);
      router.refresh();
    };
    void look();
    const timer = setInterval(look, LOOK_MS);
    window.addEventListener("online", look);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", look);
    };
  }, [keptAtMs, router]);

  if (keptAtMs === null) return null;
  return (
    <p role="status" className="no-print border-b-2 border-ink bg-sunken px-4 py-2 desk:px-6">
      <strong>No connection.</strong> This page is as it stood {agoText(keptAtMs, nowMs)}.{" "}
      {/\/(walk|brief)$/.test(path) ? "What you record is kept on this device." : "What was recorded since isn't in it yet."}
    </p>
  );
}
