import type { SiteDraft } from "@/core/draft/draft";
import type { PlaneView } from "./planeView";

/** What the drawing of a plane shows, and whom it tells what the hand did. */
export interface PlaneStageProps {
  draft: SiteDraft;
  plane: number;
  view: PlaneView;
  mode: "arrange" | "wire";
  picked: ReadonlySet<number>;
  /** The module that the keyboard is at; null where it isn't in the drawing. */
  cursor: number | null;
  /** The string that is being run. */
  running: string | null;
  edges: { upper: string; lower: string };
  onPick: (at: readonly number[], how: "only" | "toggle") => void;
  onMove: (rightM: number, upM: number) => void;
  onRun: (at: number) => void;
}
