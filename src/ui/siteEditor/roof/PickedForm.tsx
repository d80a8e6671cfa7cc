"use client";

import { useEffect, useState } from "react";
import { typedNumber } from "@/core/draft/draft";
import { boundsOfModules, moveModules, spaced } from "@/core/draft/modules";
import type { ModuleRef } from "@/core/draft/wiring";
import { CLAMP_GAP_MM } from "@/core/plane/layout";
import { labelIn, valueFrom, valueIn } from "@/core/site/terms";
import { useEditor } from "../EditorContext";
import { FormRow } from "../fields/FormRow";

/** The picked modules by numbers: where they lie, how far apart, which way round. */
export function PickedForm({ refs, onTurn, onTakeAway }: { refs: ModuleRef[]; onTurn: () => void; onTakeAway: () => void }) {
  const { draft, change } = useEditor();
  const [gaps, setGaps] = useState({ row: `${CLAMP_GAP_MM}`, between: `${CLAMP_GAP_MM}` });
  const bounds = boundsOfModules(draft, refs);
  if (!bounds) return null;
  const space = () => {
    const [gapMm, rowGapMm] = [typedNumber(gaps.row), typedNumber(gaps.between)];
    if (typeof gapMm === "number" && typeof rowGapMm === "number") change(spaced(draft, refs, gapMm, rowGapMm));
  };
  return (
    <fieldset className="min-w-0">
      <legend className="mb-1 font-semibold">{refs.length === 1 ? "The picked module" : `The ${refs.length} picked modules`}</legend>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 border-t-2 border-ink pt-2">
        <Metres
          label="Left edge, m right of the middle"
          value={bounds.leftM}
          onValue={(to) => change(moveModules(draft, refs, to - bounds.leftM, 0))}
        />
        <Metres
          label="Lower edge, m up from the middle"
          value={bounds.lowerM}
          onValue={(to) => change(moveModules(draft, refs, 0, to - bounds.lowerM))}
        />
        <FormRow label="Gap in a row, mm">
          {(field) => (
            <input {...field} value={gaps.row} inputMode="decimal" onChange={(event) => setGaps({ ...gaps, row: event.target.value })} />
          )}
        </FormRow>
        <FormRow label="Gap between rows, mm">
          {(field) => (
            <input
              {...field}
              value={gaps.between}
              inputMode="decimal"
              onChange={(event) => setGaps({ ...gaps, between: event.target.value })}
            />
          )}
        </FormRow>
      </div>
      <div className="mt-2 flex flex-wrap gap-2">
        <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={space}>
          Set gaps
        </button>
        <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={onTurn}>
          Turn
        </button>
        <button
          type="button"
          className="button min-h-9 max-desk:min-h-11"
          onClick={() => change(moveModules(draft, refs, -(bounds.leftM + bounds.rightM) / 2, -(bounds.lowerM + bounds.upperM) / 2))}
        >
          To the middle
        </button>
        <button type="button" className="button min-h-9 max-desk:min-h-11" onClick={onTakeAway}>
          Take away
        </button>
      </div>
    </fieldset>
  );
}

/** A length that takes effect when the field is left or Enter is pressed. */
function Metres({ label, value, onValue }: { label: string; value: number; onValue: (value: number) => void }) {
  const { terms } = useEditor();
  const shown = valueIn(terms, value, "m").toFixed(3);
  const [text, setText] = useState(shown);
  useEffect(() => setText(shown), [shown]);
  const leave = () => {
    const typed = typedNumber(text);
    if (text === shown || typeof typed !== "number") setText(shown);
    else onValue(valueFrom(terms, typed, "m"));
  };
  return (
    <FormRow label={labelIn(terms, label, "m")}>
      {(field) => (
        <input
          {...field}
          value={text}
          inputMode="decimal"
          onChange={(event) => setText(event.target.value)}
          onBlur={leave}
          onKeyDown={(event) => {
            if (event.key === "Enter") leave();
          }}
        />
      )}
    </FormRow>
  );
}
