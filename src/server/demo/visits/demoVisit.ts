import type { PartFields } from "@/core/changes/partFields";
import type { PhotoMarks } from "@/core/changes/photoMarks";
import type { DemoPicture } from "./demoPictures";

/** What was found on a visit: a point, its grade or another answer, and what was told of it. */
export interface DemoFinding {
  point: string;
  grade: string;
  place?: string;
  spot?: string;
  note?: string;
  value?: string;
  picture?: DemoPicture;
  marks?: PhotoMarks;
}

/** An earlier visit to a site of the demonstration, closed since. */
export interface DemoVisit {
  siteId: string;
  /** Of its case. */
  id: string;
  title: string;
  /** When the walk began; its points follow each other by the minute. */
  beganAt: string;
  /** Who walked. */
  author: string;
  /** Whether every point of the walk was looked at: what isn't told below was in order. */
  whole: boolean;
  found: readonly DemoFinding[];
  /** Parts that were recorded. */
  parts: readonly Partial<PartFields>[];
}
