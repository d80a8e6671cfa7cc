import { SeverityMark } from "../../marks/SeverityMark";
import { ARRAY_DRAWINGS } from "./array";
import { BOX_DRAWINGS } from "./boxes";
import type { Drawing } from "./kit";
import { MODULE_DRAWINGS } from "./modules";
import { ROOF_DRAWINGS } from "./roofs";
import { WAY_DRAWINGS } from "./ways";
import { WIRING_DRAWINGS } from "./wiring";

/** Drawings by the id of their point. */
export const DRAWINGS: Readonly<Record<string, Drawing>> = {
  ...WAY_DRAWINGS,
  ...ARRAY_DRAWINGS,
  ...MODULE_DRAWINGS,
  ...WIRING_DRAWINGS,
  ...ROOF_DRAWINGS,
  ...BOX_DRAWINGS,
};

/** What good and bad look like, side by side; nothing where a point has no drawing. */
export function PointDrawing({ pointId }: { pointId: string }) {
  const drawing = DRAWINGS[pointId];
  if (!drawing) return null;
  return (
    <div className="my-2 grid max-w-lg grid-cols-2 gap-2 desk:max-w-sm">
      {(["good", "bad"] as const).map((side) => (
        <figure key={side} className="m-0 border border-rule bg-raised">
          <svg viewBox="0 0 120 80" className="block w-full" role="img" aria-label={drawing.shows[side]}>
            <g fill="none" stroke="var(--ink)" strokeWidth={1.8} strokeLinejoin="round">
              {drawing[side]}
            </g>
          </svg>
          <figcaption className="flex items-baseline gap-1.5 border-t border-rule px-2 py-0.5 text-sm">
            <SeverityMark severity={side === "good" ? "sound" : "fix"} wordless />
            {drawing.shows[side]}
          </figcaption>
        </figure>
      ))}
    </div>
  );
}
