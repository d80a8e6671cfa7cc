"use client";

import { valueAt, withValue } from "@/core/draft/paths";
import { useEditor } from "../EditorContext";
import { NumberField } from "../fields/DraftField";

/** The far horizon, as a clinometer gives it: bearing and elevation. */
export function HorizonTable() {
  const { draft, plane, change } = useEditor();
  const path = `planes.${plane}.horizon`;
  const points = (valueAt(draft, path) as unknown[] | undefined) ?? [];
  return (
    <section aria-labelledby="horizon-title">
      <h2 id="horizon-title" className="mb-1 font-semibold">
        Horizon
      </h2>
      <div className="grid max-h-72 gap-1 overflow-y-auto border-t-2 border-ink pt-2 pr-1">
        {points.length === 0 ? <p className="caption">Level all round. With a clinometer: bearing and elevation, point by point.</p> : null}
        {points.length > 0 ? (
          <p aria-hidden="true" className="caption grid grid-cols-[1fr_1fr_2.75rem] gap-2">
            <span>Bearing, °</span>
            <span>Elevation, °</span>
          </p>
        ) : null}
        {points.map((_, k) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: points have no other identity than their place
          <div key={k} className="grid grid-cols-[1fr_1fr_2.75rem] gap-2">
            <NumberField path={`${path}.${k}.azimuthDeg`} label={`Bearing of point ${k + 1}, °`} bare />
            <NumberField path={`${path}.${k}.elevationDeg`} label={`Elevation of point ${k + 1}, °`} bare />
            <button
              type="button"
              className="button min-h-9 px-3 max-desk:min-h-11"
              aria-label={`Take point ${k + 1} away`}
              onClick={() => change(withValue(draft, `${path}.${k}`, undefined))}
            >
              −
            </button>
          </div>
        ))}
      </div>
      <p className="mt-2">
        <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={() => change(withValue(draft, path, [...points, {}]))}>
          Another point
        </button>
      </p>
    </section>
  );
}
