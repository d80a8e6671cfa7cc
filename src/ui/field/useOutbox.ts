"use client";

import { useSyncExternalStore } from "react";
import { theField } from "@/field/field";
import type { Line } from "@/field/line";
import type { OutboxState } from "@/field/outbox";

const ON_SERVER: OutboxState = {
  ...{ entries: [], keeping: 0, alarm: null, onPageOnly: 0 },
  device: { id: "", name: "", author: "", lastMs: 0, offsetMs: 0 },
};
const nothing = () => () => undefined;
const inBrowser = typeof window !== "undefined";

/** Everything that was recorded on this device, and how it fares; shows each change by whatever tab. */
export function useOutbox(): OutboxState {
  const outbox = inBrowser ? theField().outbox : null;
  return useSyncExternalStore(
    outbox ? (tell) => outbox.subscribe(tell) : nothing,
    () => outbox?.state ?? ON_SERVER,
    () => ON_SERVER,
  );
}

/** How the line to the server stands, as far as this tab has learned. */
export function useLine(): Line {
  const line = inBrowser ? theField().line : null;
  return useSyncExternalStore(
    line ? (tell) => line.subscribe(tell) : nothing,
    () => line?.state ?? "untried",
    () => "untried" as const,
  );
}
