"use client";

import { useState } from "react";
import { millimetres } from "@/core/draft/draft";
import { modulesIn, moveModules, overlapping, removeModules, turnModules } from "@/core/draft/modules";
import { freeId } from "@/core/draft/wiring";
import { PlaneDrawing } from "../drawing/PlaneDrawing";
import { useEditor } from "../EditorContext";
import { BlockForm } from "./BlockForm";
import { PickedForm } from "./PickedForm";
import { PlaneForm } from "./PlaneForm";

const HELP =
  "Drag modules, or draw a frame round several. Keys: arrows walk, space picks, shift and arrows move by 5 cm, T turns, Delete takes away, A picks all.";

/** Planes and where their modules lie. */
export function RoofLeaf({ isNew }: { isNew: boolean }) {
  const { draft, plane, change, showPlane } = useEditor();
  const [chosen, setChosen] = useState<{ plane: number; at: ReadonlySet<number> }>({ plane: 0, at: new Set() });
  const { places } = draft.planes[plane];
  const picked = new Set(chosen.plane === plane ? [...chosen.at].filter((at) => at < places.length) : []);
  const refs = [...picked].map((at) => ({ plane, at }));
  const pick = (at: Iterable<number>) => setChosen({ plane, at: new Set(at) });
  const over = overlapping(draft, plane);

  function turn() {
    if (refs.length > 0) change(turnModules(draft, refs));
    return refs.length > 0 ? `${refs.length} turned by a quarter` : "Nothing is picked";
  }
  function takeAway() {
    if (refs.length > 0) change(removeModules(draft, refs));
    pick([]);
    return refs.length > 0 ? `${refs.length} taken away` : "Nothing is picked";
  }

  function pickNone() {
    pick([]);
    return "None picked";
  }

  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_21rem]">
      <div className="min-w-0">
        <PlaneDrawing
          mode="arrange"
          picked={picked}
          running={null}
          onPick={(at, how) =>
            pick(how === "only" ? at : [...picked].filter((one) => !at.includes(one)).concat(at.filter((one) => !picked.has(one))))
          }
          onMove={(rightM, upM) => change(moveModules(draft, refs, millimetres(rightM), millimetres(upM)))}
          onRun={() => undefined}
          help={HELP}
          keys={{
            " ": (at) => {
              if (at === null) return "No module is reached yet: arrows walk";
              pick(picked.has(at) ? [...picked].filter((one) => one !== at) : [...picked, at]);
              return picked.has(at) ? "No longer picked" : "Picked";
            },
            a: () => {
              pick(places.keys());
              return `All ${places.length} picked`;
            },
            Escape: pickNone,
            t: turn,
            Delete: takeAway,
            Backspace: takeAway,
          }}
          tools={
            <button
              type="button"
              className="button min-h-9 max-desk:min-h-11"
              onClick={() => {
                change({ ...draft, planes: [...draft.planes, { id: freeId("plane", draft.planes), places: [] }] });
                showPlane(draft.planes.length);
              }}
            >
              Another plane
            </button>
          }
        />
        {over.length > 0 ? (
          <p className="border-l-4 border-fix bg-raised px-3 py-1">
            {over.length === 1 ? "Two modules lie over each other." : `${over.length} pairs of modules lie over each other.`}{" "}
            <button type="button" className="text-act underline" onClick={() => pick(over.flatMap((pair) => pair.map(({ at }) => at)))}>
              Pick them
            </button>
          </p>
        ) : null}
      </div>
      <div className="grid content-start gap-5">
        <PlaneForm key={`plane ${plane}`} at={plane} isNew={isNew} />
        {refs.length > 0 ? (
          <PickedForm refs={refs} onTurn={turn} onTakeAway={takeAway} />
        ) : modulesIn(draft, plane).length > 0 ? (
          <p>
            <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={() => pick(places.keys())}>
              Pick all {places.length}
            </button>
          </p>
        ) : null}
        <BlockForm key={`block ${plane}`} onPut={(added) => pick(added.map(({ at }) => at))} />
      </div>
    </div>
  );
}
