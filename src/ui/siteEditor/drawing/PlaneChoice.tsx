"use client";

import { useId } from "react";
import { useEditor } from "../EditorContext";

/** Which plane is open. @param label what it is open for @param counted with how many modules lie in each */
export function PlaneChoice({ label, counted = false }: { label: string; counted?: boolean }) {
  const { draft, plane, showPlane } = useEditor();
  const name = useId();
  return (
    <div role="radiogroup" aria-label={label} className="flex flex-wrap gap-1">
      {draft.planes.map(({ id, places }, k) => (
        <label
          key={id}
          className={`flex min-h-9 cursor-pointer items-center gap-1.5 border px-2.5 max-desk:min-h-11 ${k === plane ? "border-ink bg-raised font-semibold" : "border-rule"}`}
        >
          <input type="radio" name={name} checked={k === plane} onChange={() => showPlane(k)} />
          <span className="font-mono">{id}</span>
          {counted ? <span className="caption">{places.length}</span> : null}
        </label>
      ))}
    </div>
  );
}
