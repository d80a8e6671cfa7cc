import type { Readable } from "node:stream";

/** One entry of a site's archive. */
export interface ArchiveEntry {
  path: string;
  /** False for what is packed already. */
  packs: boolean;
  /** Its bytes; called once, when its turn comes, so that one entry at a time is in memory. */
  open(): Promise<Readable>;
}
