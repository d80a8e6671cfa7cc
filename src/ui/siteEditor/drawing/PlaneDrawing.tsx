"use client";

import dynamic from "next/dynamic";
import { useMemo, useState } from "react";
import { numberOf } from "@/core/draft/draft";
import { inPattern, neighbour } from "@/core/draft/pattern";
import { edgesOf, moduleScope } from "@/core/site/places";
import { mountingSchema } from "@/core/site/siteSchema";
import { inTerms } from "@/core/site/terms";
import { useWidth } from "../../charts/frame/useWidth";
import { useEditor } from "../EditorContext";
import { PlaneChoice } from "./PlaneChoice";
import type { PlaneStageProps } from "./planeStageProps";
import { planeView } from "./planeView";

/** The drawing package draws in a browser only. */
const PlaneStage = dynamic(() => import("./PlaneStage").then((module) => module.PlaneStage), { ssr: false });

const FIRST_WIDTH = 760;
const HEIGHT = 420;
const ZOOMS = [1, 1.5, 2, 3] as const;
/** How far a key moves what is picked, m. */
const KEY_STEP_M = 0.05;
const ARROWS: Record<string, "left" | "right" | "up" | "down"> = {
  ArrowLeft: "left",
  ArrowRight: "right",
  ArrowUp: "up",
  ArrowDown: "down",
};

type Acts = Pick<PlaneStageProps, "mode" | "picked" | "running" | "onPick" | "onMove" | "onRun"> & {
  /** What the keys do that aren't arrows, by key; each says what came of it. */
  keys: Record<string, (at: number | null) => string>;
  /** Said where keys are told. */
  help: string;
  /** Over the drawing, at its right. */
  tools?: React.ReactNode;
};

/** The plane that is open, drawn to scale, for hand and keyboard. */
export function PlaneDrawing({ keys, help, tools, ...acts }: Acts) {
  const { terms, draft, plane } = useEditor();
  const { place, width } = useWidth<HTMLDivElement>(FIRST_WIDTH);
  const [zoom, setZoom] = useState(0);
  const [at, setAt] = useState<number | null>(null);
  const [inside, setInside] = useState(false);
  const [said, setSaid] = useState("");
  const view = useMemo(() => planeView(draft, plane, width, HEIGHT, ZOOMS[zoom]), [draft, plane, width, zoom]);
  const { id, places, mounting, tiltDeg } = draft.planes[plane];
  const edges = edgesOf({ mounting: mountingSchema.safeParse(mounting).data ?? "roof-flush", tiltDeg: numberOf(tiltDeg) ?? 0 });
  const cursor = at !== null && at < places.length ? at : null;

  function walk(direction: "left" | "right" | "up" | "down") {
    const first = inPattern(draft, plane, { corner: "upper-left", along: "rows", thereAndBack: false })[0];
    const next = cursor === null ? first : neighbour(draft, { plane, at: cursor }, direction);
    if (!next) return setSaid(places.length === 0 ? "No module lies here yet" : "Nothing further that way");
    setAt(next.at);
    setSaid(words(next.at));
  }

  const words = (one: number) => {
    const { string, place: number, rightM, upM } = places[one];
    const picked = acts.picked.has(one) ? ", picked" : "";
    const place = inTerms(`${rightM.toFixed(2)} m right, ${upM.toFixed(2)} m up`, terms);
    return `${string === undefined ? "Module wired to nothing" : moduleScope(string, number ?? 0)}${picked}; ${place}`;
  };

  function key(event: React.KeyboardEvent) {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    const direction = ARROWS[event.key];
    if (direction && event.shiftKey && acts.mode === "arrange") {
      const step = { left: [-1, 0], right: [1, 0], up: [0, 1], down: [0, -1] }[direction];
      acts.onMove(step[0] * KEY_STEP_M, step[1] * KEY_STEP_M);
      setSaid(acts.picked.size > 0 ? `${acts.picked.size} moved by 5 cm` : "Nothing is picked");
    } else if (direction) walk(direction);
    else {
      const act = keys[event.key] ?? keys[event.key.toLowerCase()];
      if (!act) return;
      setSaid(act(cursor));
    }
    event.preventDefault();
  }

  return (
    <div className="min-w-0">
      <div className="mb-1 flex flex-wrap items-center justify-between gap-x-4 gap-y-1">
        <PlaneChoice label="Plane drawn" counted />
        <div className="flex flex-wrap items-center gap-1">
          {tools}
          <button
            type="button"
            className="button min-h-9 px-3 max-desk:min-h-11"
            aria-label="Smaller"
            disabled={zoom === 0}
            onClick={() => setZoom(zoom - 1)}
          >
            −
          </button>
          <button
            type="button"
            className="button min-h-9 px-3 max-desk:min-h-11"
            aria-label="Larger"
            disabled={zoom === ZOOMS.length - 1}
            onClick={() => setZoom(zoom + 1)}
          >
            +
          </button>
        </div>
      </div>
      <div
        ref={place}
        className="overflow-auto border border-rule-strong bg-paper"
        style={{ height: Math.min(HEIGHT, view.height) + 2 }}
        // biome-ignore lint/a11y/noNoninteractiveTabindex: a drawing is worked on with keys
        tabIndex={0}
        role="application"
        aria-label={`Drawing of plane ${id}, ${places.length} modules. ${help}`}
        onKeyDown={key}
        onFocus={() => setInside(true)}
        onBlur={() => setInside(false)}
      >
        <PlaneStage {...acts} draft={draft} plane={plane} view={view} cursor={inside ? cursor : null} edges={edges} />
      </div>
      <p className="caption mt-1">{help}</p>
      <p role="status" className="min-h-6 text-sm">
        {said}
      </p>
    </div>
  );
}
