"use client";

import { modulesIn, removeModules } from "@/core/draft/modules";
import { useEditor } from "../EditorContext";
import { ChoiceField, FaultAt, NumberField, TextField } from "../fields/DraftField";
import { NameField } from "../fields/NameField";
import { MOUNTINGS, ROOFS } from "./planeWords";

/** What a plane is: which way it faces, how its modules are carried, how large the roof is. */
export function PlaneForm({ at, isNew }: { at: number; isNew: boolean }) {
  const { draft, change, showPlane } = useEditor();
  const of = (key: string) => `planes.${at}.${key}`;
  function takeAway() {
    const bare = removeModules(draft, modulesIn(draft, at));
    showPlane(0);
    change({ ...bare, planes: bare.planes.filter((_, k) => k !== at) });
  }
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 font-semibold">Plane {draft.planes[at].id}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 border-t-2 border-ink pt-2">
        <NumberField path={of("tiltDeg")} label="Tilt from level, °" />
        <NumberField path={of("azimuthDeg")} label="Faces, ° from true north" usual="180 is south" />
        <ChoiceField path={of("mounting")} label="Mounting" options={MOUNTINGS} usual="close to the roof" />
        <ChoiceField path={of("roof")} label="Roof" options={ROOFS} usual="not told" />
      </div>
      <details className="mt-1">
        <summary className="min-h-9 content-center text-act underline max-desk:min-h-11">Its size, name and snow</summary>
        <div className="grid grid-cols-2 gap-x-4 gap-y-2">
          <NumberField path={of("widthM")} label="Roof, width in m" unit="m" />
          <NumberField path={of("slopeM")} label="Roof, m up the slope" unit="m" />
          <NameField list="planes" at={at} label="Short name" kept={!isNew} />
          <TextField path={of("building")} label="Building" />
          <ChoiceField
            path={of("snow.slideAllowed")}
            label="Snow"
            usual="not told"
            options={[
              [true, "can slide off"],
              [false, "is held"],
            ]}
          />
        </div>
      </details>
      <FaultAt path={`planes.${at}`} />
      {draft.planes.length > 1 ? (
        <p className="mt-2">
          <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={takeAway}>
            Take the plane away
          </button>
        </p>
      ) : null}
    </fieldset>
  );
}
