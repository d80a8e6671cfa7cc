import { PHOTO } from "@/core/changes/pictureLimits";

/** How large a picture may be, and what is kept of it. */
export const PICTURE = {
  ...PHOTO,
  /** Decoded, width times height: a phone's largest mode. A small file can claim far more. */
  mostPixels: 50_000_000,
  thumbnailPx: 360,
  /** A picture that isn't done by then never will be. */
  mostMs: 60_000,
} as const;

/** With this code the picture's process says that there was no room to write. */
export const NO_ROOM_EXIT = 28;
