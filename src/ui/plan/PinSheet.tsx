"use client";

import { Pin as PinIcon } from "lucide-react";
import { Dialog } from "radix-ui";
import { useState } from "react";
import type { SiteFile } from "@/core/site/siteSchema";
import { type OnPlane, readSpot, writeSpot } from "@/core/site/spot";
import { SheetDialog } from "../marks/SheetDialog";
import { type PlaneFrame, PlanePicture } from "./PlanePicture";
import { moduleAt } from "./pinsOf";

interface PinSheetProps {
  site: SiteFile;
  /** What was pinned, as it is recorded; empty where nothing was. */
  spot: string;
  /** What is pinned, for whoever hears the button. */
  of: string;
  /** The spot, and the module or plane that it lies on. */
  onPin: (spot: string, place: string) => void;
  onUnpin: () => void;
}

const KEY_STEP_M = 0.1;
const KEYS: Record<string, [number, number]> = {
  ArrowLeft: [-KEY_STEP_M, 0],
  ArrowRight: [KEY_STEP_M, 0],
  ArrowUp: [0, KEY_STEP_M],
  ArrowDown: [0, -KEY_STEP_M],
};

/** Puts a finding where it is on the array: a touch on the plan, or arrow keys. */
export function PinSheet({ site, spot, of, onPin, onUnpin }: PinSheetProps) {
  const [open, setOpen] = useState(false);
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="button" aria-label={`Pin of ${of} on the plan: ${spot ? "set" : "not set"}`}>
        <PinIcon className="size-5" aria-hidden="true" /> {spot ? "Pinned" : "Pin"}
      </Dialog.Trigger>
      <SheetDialog
        title="Where on the array?"
        acts={
          <>
            {spot ? (
              <button type="button" className="button" onClick={onUnpin}>
                Take the pin off
              </button>
            ) : null}
            <Dialog.Close className="button button-act">Done</Dialog.Close>
          </>
        }
      >
        <div className="grid gap-5 overflow-y-auto px-5 py-4">
          <p className="caption">
            Touch the spot: a mount, a rail, a corner of a module. Arrow keys move the pin by a hand&rsquo;s breadth.
          </p>
          {site.planes.map((plane) => (
            <PlanePicture
              key={plane.id}
              site={site}
              plane={plane}
              module={() => null}
              over={(frame) => (
                <Board
                  frame={frame}
                  planeId={plane.id}
                  spot={readSpot(spot)}
                  onSpot={(rightM, upM) =>
                    onPin(writeSpot({ plane: plane.id, rightM, upM }), moduleAt(frame.layout, rightM, upM) ?? plane.id)
                  }
                />
              )}
            />
          ))}
        </div>
      </SheetDialog>
    </Dialog.Root>
  );
}

interface BoardProps {
  frame: PlaneFrame;
  planeId: string;
  spot: OnPlane | null;
  onSpot: (rightM: number, upM: number) => void;
}

/** What takes touches over a plane, with the pin. */
function Board({ frame, planeId, spot, onSpot }: BoardProps) {
  const here = spot?.plane === planeId ? spot : null;
  const { bounds } = frame.layout;
  const [middleX, middleY] = [(bounds.leftM + bounds.rightM) / 2, (bounds.lowerM + bounds.upperM) / 2];
  return (
    <div
      role="application"
      // biome-ignore lint/a11y/noNoninteractiveTabindex: the pin is moved by keys
      tabIndex={0}
      aria-label={`Plane ${planeId}: ${here ? "arrow keys move the pin" : "an arrow key sets the pin in the middle"}`}
      className="absolute inset-0 cursor-crosshair"
      onClick={(event) => {
        const box = event.currentTarget.getBoundingClientRect();
        onSpot((event.clientX - box.left - frame.x(0)) / frame.pxPerM, (frame.y(0) - (event.clientY - box.top)) / frame.pxPerM);
      }}
      onKeyDown={(event) => {
        const by = KEYS[event.key];
        if (!by) return;
        event.preventDefault();
        if (here) onSpot(here.rightM + by[0], here.upM + by[1]);
        else onSpot(middleX, middleY);
      }}
    >
      {here ? (
        <svg
          viewBox="0 0 24 24"
          role="img"
          aria-label="Pin"
          className="pointer-events-none absolute size-8 -translate-x-1/2 -translate-y-full"
          style={{ left: frame.x(here.rightM), top: frame.y(here.upM) }}
        >
          <path d="M12 23 V12 M12 12 a5 5 0 1 1 0.01 0 Z" fill="var(--act)" stroke="var(--paper)" strokeWidth="1" />
          <path d="M12 23 V12" stroke="var(--act)" strokeWidth="2.5" />
        </svg>
      ) : null}
    </div>
  );
}
