"use client";

import { addObstacle, obstaclesOf } from "@/core/draft/obstacles";
import { withValue } from "@/core/draft/paths";
import { useEditor } from "../EditorContext";
import { ChoiceField, DayField, NumberField, TextField } from "../fields/DraftField";
import { Fold } from "../fields/Fold";
import { TwoAngles } from "./TwoAngles";

const KINDS = [
  ["tree", "tree"],
  ["building", "building"],
  ["chimney", "chimney"],
  ["pole", "pole"],
  ["terrain", "terrain"],
] as const;

/** Near things that throw shadows on the plane that is open. */
export function ObstacleForms() {
  const { draft, plane, change } = useEditor();
  const obstacles = obstaclesOf(draft.planes[plane]);
  return (
    <section aria-labelledby="obstacles-title">
      <h2 id="obstacles-title" className="mb-1 font-semibold">
        Obstacles
      </h2>
      <div className="border-t-2 border-ink">
        {obstacles.length === 0 ? <p className="caption pt-2">Nothing near.</p> : null}
        {obstacles.map(({ id, kind }, k) => {
          const path = `planes.${plane}.obstacles.${k}`;
          return (
            <Fold
              // biome-ignore lint/suspicious/noArrayIndexKey: its name is being typed
              key={k}
              begins={k === obstacles.length - 1}
              className="border-b border-rule"
              summary={
                <>
                  <span className="font-mono">{id}</span> <span className="caption">{String(kind ?? "")}</span>
                </>
              }
            >
              <div className="grid grid-cols-2 gap-x-4 gap-y-2 pb-3">
                <TextField path={`${path}.id`} label="Name" />
                <ChoiceField path={`${path}.kind`} label="What it is" options={KINDS} />
                <NumberField path={`${path}.bearingDeg`} label="Bearing, ° from true north" />
                <NumberField path={`${path}.distanceM`} label="Distance, m" unit="m" />
                <NumberField path={`${path}.heightM`} label="Height over the plane's middle, m" unit="m" />
                <NumberField path={`${path}.widthM`} label="Width across the sight, m" unit="m" />
                <NumberField path={`${path}.growthMPerYear`} label="Grows, m a year" unit="m" usual={0} />
                <DayField path={`${path}.surveyed`} label="Measured on" />
                <NumberField path={`${path}.porosity`} label="Lets through, 0 to 1" usual={kind === "tree" ? 0.15 : 0} />
                <p className="self-end">
                  <button
                    type="button"
                    className="button min-h-9 max-desk:min-h-11"
                    onClick={() => change(withValue(draft, path, undefined))}
                  >
                    Take {id} away
                  </button>
                </p>
                <TwoAngles path={path} />
              </div>
            </Fold>
          );
        })}
      </div>
      <p className="mt-2">
        <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={() => change(addObstacle(draft, plane))}>
          Another obstacle
        </button>
      </p>
    </section>
  );
}
