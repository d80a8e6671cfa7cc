"use client";

import { useId, useState } from "react";
import { typedNumber } from "@/core/draft/draft";
import { type Block, MOST_IN_BLOCK, putBlock } from "@/core/draft/modules";
import type { ModuleRef } from "@/core/draft/wiring";
import { CLAMP_GAP_MM } from "@/core/plane/layout";
import { useEditor } from "../EditorContext";
import { FormRow } from "../fields/FormRow";

/** Puts a block of modules on the plane that is open. */
export function BlockForm({ onPut }: { onPut: (added: ModuleRef[]) => void }) {
  const { draft, plane, change } = useEditor();
  const id = useId();
  const [typed, setTyped] = useState({ rows: "2", columns: "6", gapMm: `${CLAMP_GAP_MM}`, rowGapMm: `${CLAMP_GAP_MM}` });
  const [turned, setTurned] = useState(false);
  const [type, setType] = useState(draft.moduleTypes[0].id);
  const [said, setSaid] = useState("");
  const moduleType = draft.moduleTypes.some((one) => one.id === type) ? type : draft.moduleTypes[0].id;

  function put(event: React.FormEvent) {
    event.preventDefault();
    const block = blockOf(typed, turned, moduleType);
    if (typeof block === "string") return setSaid(block);
    const { draft: next, refs } = putBlock(draft, plane, block);
    change(next);
    onPut(refs);
    setSaid(`${refs.length} modules put down, and picked`);
  }

  const field = (key: keyof typeof typed, label: string) => (
    <FormRow label={label}>
      {(field) => (
        <input {...field} value={typed[key]} inputMode="decimal" onChange={(event) => setTyped({ ...typed, [key]: event.target.value })} />
      )}
    </FormRow>
  );
  return (
    <form onSubmit={put} aria-labelledby={id} className="min-w-0">
      <h2 id={id} className="mb-1 font-semibold">
        Put modules down
      </h2>
      <div className="grid grid-cols-2 gap-x-4 gap-y-2 border-t-2 border-ink pt-2">
        {field("rows", "Rows")}
        {field("columns", "Modules in a row")}
        <FormRow label="They lie">
          {(field) => (
            <select {...field} value={turned ? "turned" : "upright"} onChange={(event) => setTurned(event.target.value === "turned")}>
              <option value="upright">upright</option>
              <option value="turned">long side along the row</option>
            </select>
          )}
        </FormRow>
        <FormRow label="Type">
          {(field) => (
            <select {...field} value={moduleType} onChange={(event) => setType(event.target.value)}>
              {draft.moduleTypes.map((one) => (
                <option key={one.id}>{one.id}</option>
              ))}
            </select>
          )}
        </FormRow>
        {field("gapMm", "Gap in a row, mm")}
        {field("rowGapMm", "Gap between rows, mm")}
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button type="submit" className="button button-act min-h-9 max-desk:min-h-11">
          Put down
        </button>
        <p role="status" className="text-sm">
          {said}
        </p>
      </div>
    </form>
  );
}

/** A block as it was typed, or what is wrong with it. */
function blockOf(typed: Record<"rows" | "columns" | "gapMm" | "rowGapMm", string>, turned: boolean, moduleType: string): Block | string {
  const [rows, columns, gapMm, rowGapMm] = [typed.rows, typed.columns, typed.gapMm, typed.rowGapMm].map(typedNumber);
  if (!isCount(rows) || !isCount(columns)) return "Rows and modules in a row are whole numbers from 1 on";
  if (rows * columns > MOST_IN_BLOCK) return `At most ${MOST_IN_BLOCK} modules at once`;
  if (!isGap(gapMm) || !isGap(rowGapMm)) return "Gaps are from 0 to 20,000 mm";
  return { rows, columns, gapMm, rowGapMm, turned, moduleType };
}

const isCount = (value: unknown): value is number => typeof value === "number" && Number.isInteger(value) && value >= 1;
const isGap = (value: unknown): value is number => typeof value === "number" && value >= 0 && value <= 20_000;
