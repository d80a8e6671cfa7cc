import type { Change } from "@/core/changes/change";

/**
 * Where an entry stands. `waiting`: goes out as soon as it can; `refused`: was answered with a no and needs a look; `sent`: the
 * server has named it as kept; `let-go`: a person gave it up, and may bring it back.
 */
export type EntryState = "waiting" | "refused" | "sent" | "let-go";

/** Something that was recorded on this device, with how it fares on its way to the server. */
export interface Entry {
  /** The change's own id. */
  id: string;
  change: Change;
  state: EntryState;
  /** When it was recorded by this device's clock, ms. */
  keptAtMs: number;
  /** Size of the picture that goes with it; absent where none does. */
  pictureBytes?: number;
  /** Whether that picture has been made as small as it should be. */
  isSmall?: boolean;
  /** Why it hasn't gone, in words; empty where it wasn't tried. */
  why: string;
  /** HTTP status of the last answer; absent where none came. */
  status?: number;
  tries: number;
  /** When its state changed last, ms. */
  changedAtMs: number;
}

/** What a device knows of itself. */
export interface Device {
  /** Its mark in every change; it lives and dies with the store. */
  id: string;
  name: string;
  /** Who holds it. */
  author: string;
  /** Its last stamp, ms. */
  lastMs: number;
  /** What to add to its clock to have the server's, ms. */
  offsetMs: number;
}

/** A new entry for a change. */
export function newEntry(change: Change, nowMs: number, picture?: Blob): Entry {
  return {
    ...{ id: change.id, change, state: "waiting", keptAtMs: nowMs, changedAtMs: nowMs, why: "", tries: 0 },
    ...(picture ? { pictureBytes: picture.size, isSmall: false } : {}),
  };
}

/** Whether it still has to go. */
export function isOnItsWay({ state }: Entry): boolean {
  return state === "waiting" || state === "refused";
}
