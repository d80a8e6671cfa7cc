"use client";

import { useId, useState } from "react";
import { writeModuleTypes } from "@/core/formats/moduleTypesFile";
import { type ModuleType, moduleTypeSchema } from "@/core/site/siteSchema";
import type { KeptTypes } from "@/server/modules/moduleLibrary";
import { send } from "../../send";
import { useEditor } from "../EditorContext";

/** Data sheets that were typed before: one press puts one in; they come and go as a file. */
export function ModuleLibrary({ library, onUse }: { library: readonly ModuleType[]; onUse: (type: ModuleType) => void }) {
  const { draft } = useEditor();
  const [types, setTypes] = useState(library);
  const [wanted, setWanted] = useState("");
  const [said, setSaid] = useState<string[]>([]);
  const [dropped, setDropped] = useState<ModuleType | null>(null);
  const id = useId();

  /** Keeps types on the server; the list follows its answer. */
  async function keep(more: readonly ModuleType[], replace: boolean) {
    const file = new Blob([writeModuleTypes(more)], { type: "application/json" });
    const answer = await send<KeptTypes>(`/api/module-types?${new URLSearchParams({ replace: replace ? "yes" : "no" })}`, "POST", file);
    if ("error" in answer) return setSaid(answer.lines ?? [answer.error]);
    const took = new Set(replace ? [...answer.added, ...answer.differing] : answer.added);
    setTypes((now) =>
      [...now.filter((one) => !took.has(one.id)), ...more.filter((one) => took.has(one.id))].sort((a, b) => (a.id < b.id ? -1 : 1)),
    );
    setSaid(keptWords(answer, replace));
    setDropped(null);
  }

  async function bring(file: File) {
    const answer = await send<KeptTypes>(`/api/module-types?${new URLSearchParams({ name: file.name })}`, "POST", file);
    if ("error" in answer) return setSaid([`Nothing was taken in of ${file.name}`, ...(answer.lines ?? [answer.error])]);
    const brought = (JSON.parse(await file.text()) as { moduleTypes: unknown[] }).moduleTypes.map((one) => moduleTypeSchema.parse(one));
    const took = new Set(answer.added);
    setTypes((now) => [...now, ...brought.filter((one) => took.has(one.id))].sort((a, b) => (a.id < b.id ? -1 : 1)));
    setSaid(keptWords(answer, false));
  }

  async function drop(type: ModuleType) {
    const answer = await send<{ dropped: ModuleType | null }>(`/api/module-types?${new URLSearchParams({ id: type.id })}`, "DELETE");
    if ("error" in answer) return setSaid([answer.error]);
    setTypes((now) => now.filter((one) => one.id !== type.id));
    setDropped(type);
    setSaid([`${type.id} is out of the library; sites that have it keep it`]);
  }

  const ready = draft.moduleTypes.flatMap((one) => moduleTypeSchema.safeParse(one).data ?? []);
  const shown = types.filter((one) => wordsOf(one).toLowerCase().includes(wanted.toLowerCase()));
  return (
    <section aria-labelledby={`${id}-title`} className="min-w-0">
      <h2 id={`${id}-title`} className="mb-1 font-semibold">
        Library
      </h2>
      <div className="grid gap-2 border-t-2 border-ink pt-2">
        {types.length > 6 ? (
          <input
            aria-label="Find a type"
            placeholder="Find a type"
            value={wanted}
            className="field min-h-9 px-2 py-1"
            onChange={(event) => setWanted(event.target.value)}
          />
        ) : null}
        {types.length === 0 ? <p className="caption">Nothing in it yet: types join it when a site is saved.</p> : null}
        <ul className="max-h-80 overflow-y-auto">
          {shown.map((type) => (
            <li key={type.id} className="flex items-center gap-2 border-b border-rule py-1">
              <span className="min-w-0 flex-1 text-sm wrap-anywhere">{wordsOf(type)}</span>
              <button
                type="button"
                className="button min-h-9 px-2 max-desk:min-h-11"
                aria-label={`Use ${type.id}`}
                onClick={() => onUse(type)}
              >
                Use
              </button>
              <button
                type="button"
                className="button min-h-9 px-2 max-desk:min-h-11"
                aria-label={`Take ${type.id} out of the library`}
                onClick={() => void drop(type)}
              >
                Out
              </button>
            </li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-2">
          {ready.length > 0 ? (
            <button type="button" className="button min-h-9 px-2 max-desk:min-h-11" onClick={() => void keep(ready, true)}>
              Keep these types in it
            </button>
          ) : null}
          <label className="button min-h-9 px-2 max-desk:min-h-11" htmlFor={`${id}-file`}>
            Bring a file
          </label>
          <input
            id={`${id}-file`}
            type="file"
            accept=".json,application/json"
            className="sr-only"
            onChange={(event) => {
              const file = event.target.files?.[0];
              if (file) void bring(file);
              event.target.value = "";
            }}
          />
          <a className="button min-h-9 px-2 max-desk:min-h-11" href="/api/module-types">
            As a file
          </a>
          {dropped ? (
            <button type="button" className="button min-h-9 px-2 max-desk:min-h-11" onClick={() => void keep([dropped], true)}>
              Put {dropped.id} back
            </button>
          ) : null}
        </div>
        <div role="status" className="min-h-6 text-sm">
          {said.map((line) => (
            <p key={line}>{line}</p>
          ))}
        </div>
      </div>
    </section>
  );
}

function wordsOf({ id, maker, model, pmaxW }: ModuleType): string {
  return [id, [maker, model].filter(Boolean).join(" "), `${pmaxW} W`].filter(Boolean).join(" · ");
}

function keptWords({ added, differing, same }: KeptTypes, replaced: boolean): string[] {
  return [
    added.length > 0 ? `${added.join(", ")} joined the library` : "",
    differing.length > 0
      ? replaced
        ? `${differing.join(", ")} stands with its new numbers`
        : `${differing.join(", ")} is known with other numbers and was left as it is`
      : "",
    same.length > 0 && added.length + differing.length === 0 ? `${same.join(", ")} was in it already` : "",
  ].filter(Boolean);
}
