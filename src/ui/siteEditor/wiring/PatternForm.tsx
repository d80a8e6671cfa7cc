"use client";

import { useState } from "react";
import { typedNumber } from "@/core/draft/draft";
import { nextFree, type Pattern } from "@/core/draft/pattern";
import { addString, modulesOf, runOn } from "@/core/draft/wiring";
import { useEditor } from "../EditorContext";
import { FormRow } from "../fields/FormRow";

const CORNERS: [Pattern["corner"], string][] = [
  ["upper-left", "upper left"],
  ["upper-right", "upper right"],
  ["lower-left", "lower left"],
  ["lower-right", "lower right"],
];
const WAYS: [string, Pick<Pattern, "along" | "thereAndBack">, string][] = [
  ["rows", { along: "rows", thereAndBack: false }, "row by row"],
  ["rows-back", { along: "rows", thereAndBack: true }, "rows, there and back"],
  ["columns", { along: "columns", thereAndBack: false }, "column by column"],
  ["columns-back", { along: "columns", thereAndBack: true }, "columns, there and back"],
];

/** Runs the open string through the next free modules of the plane by a pattern. */
export function PatternForm({ running, onRun }: { running: string | null; onRun: (id: string) => void }) {
  const { draft, plane, change } = useEditor();
  const [count, setCount] = useState("10");
  const [corner, setCorner] = useState<Pattern["corner"]>("upper-left");
  const [way, setWay] = useState("rows");
  const [said, setSaid] = useState("");

  function run(event: React.FormEvent) {
    event.preventDefault();
    const modules = typedNumber(count);
    if (typeof modules !== "number" || !Number.isInteger(modules) || modules < 1) return setSaid("How many is a whole number from 1 on");
    const begun = running === null ? addString(draft) : { draft, id: running };
    const found = WAYS.find(([id]) => id === way)?.[1] ?? WAYS[0][1];
    const refs = nextFree(begun.draft, plane, { corner, ...found }, modules);
    const before = modulesOf(begun.draft, begun.id).length;
    const next = runOn(begun.draft, begun.id, refs);
    const ran = modulesOf(next, begun.id).length - before;
    if (ran > 0) change(next);
    onRun(begun.id);
    setSaid(ran === 0 ? `No module of its type is free in plane ${draft.planes[plane].id}` : `${begun.id} runs through ${ran} more`);
  }

  return (
    <form onSubmit={run} aria-label="Run through the next free modules" className="min-w-0">
      <h2 className="mb-1 font-semibold">Run through the next free modules</h2>
      <div className="grid grid-cols-3 gap-x-3 gap-y-2 border-t-2 border-ink pt-2">
        <FormRow label="How many">
          {(field) => <input {...field} value={count} inputMode="numeric" onChange={(event) => setCount(event.target.value)} />}
        </FormRow>
        <FormRow label="From">
          {(field) => (
            <select {...field} value={corner} onChange={(event) => setCorner(event.target.value as Pattern["corner"])}>
              {CORNERS.map(([id, words]) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
          )}
        </FormRow>
        <FormRow label="Way">
          {(field) => (
            <select {...field} value={way} onChange={(event) => setWay(event.target.value)}>
              {WAYS.map(([id, , words]) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
          )}
        </FormRow>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <button type="submit" className="button min-h-9 max-desk:min-h-11">
          Run {running ?? "a new string"}
        </button>
        <p role="status" className="text-sm">
          {said}
        </p>
      </div>
    </form>
  );
}
