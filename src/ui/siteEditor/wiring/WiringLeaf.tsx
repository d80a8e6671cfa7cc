"use client";

import { useState } from "react";
import { addString, modulesOf, placeAt, runOn, unwire } from "@/core/draft/wiring";
import { moduleScope } from "@/core/site/places";
import { PlaneDrawing } from "../drawing/PlaneDrawing";
import { useEditor } from "../EditorContext";
import { InverterForms } from "./InverterForms";
import { PatternForm } from "./PatternForm";
import { StringForm } from "./StringForm";
import { StringTable } from "./StringTable";

const HELP =
  "Press the string's modules in their order, or draw through them. Keys: arrows walk, Enter runs the string on, Backspace takes its last module off.";

/** Strings run through the modules, and the inverters that they feed. */
export function WiringLeaf({ isNew }: { isNew: boolean }) {
  const { draft, plane, change, showPlane } = useEditor();
  const [wanted, setWanted] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  const here = draft.strings.filter(({ id }) => modulesOf(draft, id).some((ref) => ref.plane === plane));
  const running = draft.strings.some(({ id }) => id === wanted) ? wanted : ((here.at(-1) ?? draft.strings.at(-1))?.id ?? null);

  /** Goes on with a string, in the plane in which it ends. */
  function goOn(id: string) {
    setWanted(id);
    const last = modulesOf(draft, id).at(-1);
    if (last) showPlane(last.plane);
  }

  /** Runs the open string on to a module; pressed again, its last one comes off. @returns what came of it */
  function run(at: number | null): string {
    if (at === null) return "No module is reached yet: arrows walk";
    const place = placeAt(draft, { plane, at });
    if (!place) return "";
    let [next, id] = [draft, running];
    if (id === null) {
      const begun = addString(draft);
      [next, id] = [begun.draft, begun.id];
      setWanted(id);
    }
    const own = modulesOf(next, id);
    if (place.string === id && place.place === own.length) {
      change(unwire(next, [{ plane, at }]));
      return `${moduleScope(id, own.length)} came off`;
    }
    if (place.string !== undefined) return `That one is ${moduleScope(place.string, place.place ?? 0)} already`;
    const wired = runOn(next, id, [{ plane, at }]);
    if (modulesOf(wired, id).length === own.length) return `That one is of another type than ${id}`;
    change(wired);
    return `${moduleScope(id, own.length + 1)}`;
  }

  function takeLast(): string {
    const last = running === null ? undefined : modulesOf(draft, running).at(-1);
    if (!last || running === null) return "The string has no module";
    change(unwire(draft, [last]));
    return `The last module of ${running} came off`;
  }

  return (
    <div className="grid gap-6 lg:grid-cols-[minmax(0,1fr)_24rem]">
      <div className="min-w-0">
        <PlaneDrawing
          mode="wire"
          picked={NONE}
          running={running}
          onPick={() => undefined}
          onMove={() => undefined}
          onRun={(at) => setSaid(run(at))}
          help={HELP}
          keys={{ Enter: run, " ": run, Backspace: takeLast }}
        />
        <p role="status" className="min-h-6 text-sm">
          {said}
        </p>
      </div>
      <div className="grid content-start gap-5">
        <StringTable running={running} onRun={goOn} />
        <PatternForm running={running} onRun={setWanted} />
        {running !== null ? <StringForm key={running} id={running} isNew={isNew} /> : null}
        <InverterForms isNew={isNew} />
      </div>
    </div>
  );
}

const NONE: ReadonlySet<number> = new Set();
