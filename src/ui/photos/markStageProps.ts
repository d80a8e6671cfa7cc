import type { PhotoMarks } from "@/core/changes/photoMarks";

/** What a hand does on a photo. */
export type MarkTool = "arrow" | "ring" | "text" | "crop";

export interface MarkStageProps {
  image: HTMLImageElement;
  /** Room for it, px. */
  width: number;
  height: number;
  marks: PhotoMarks;
  tool: MarkTool;
  /** Place of the picked mark in the list, or null. */
  picked: number | null;
  onPick: (place: number | null) => void;
  onMarks: (marks: PhotoMarks) => void;
}
