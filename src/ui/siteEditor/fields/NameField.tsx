"use client";

import { useEffect, useId, useState } from "react";
import { type NamedList, renamed } from "@/core/draft/rename";
import { useEditor } from "../EditorContext";

const RULE = /^[A-Za-z0-9][A-Za-z0-9_-]{0,63}$/;

/** The short name of a thing that others refer to: it is renamed, with all that refers to it, when the field is left. */
export function NameField({
  list,
  at,
  label,
  kept,
}: {
  list: NamedList;
  at: number;
  label: string /** Data are stored under the name that it has. */;
  kept?: boolean;
}) {
  const { draft, change } = useEditor();
  const field = useId();
  const entries = draft[list] as readonly { id: string }[];
  const { id } = entries[at];
  const [text, setText] = useState(id);
  useEffect(() => setText(id), [id]);
  const wrong =
    text === id
      ? null
      : !RULE.test(text)
        ? "Letters, digits, - and _, beginning with a letter or digit"
        : entries.some((one, k) => k !== at && one.id === text)
          ? "Something else is called so"
          : null;
  const leave = () => {
    if (text === id) return;
    if (wrong) setText(id);
    else change(renamed(draft, list, id, text));
  };
  return (
    <div className="grid min-w-0 content-start gap-0.5">
      <label htmlFor={field} className="caption">
        {label}
      </label>
      <input
        id={field}
        value={text}
        autoComplete="off"
        className="field min-h-9 px-2 py-1 font-mono max-desk:min-h-11"
        aria-invalid={wrong ? true : undefined}
        aria-describedby={wrong || (kept && text !== id) ? `${field}-told` : undefined}
        onChange={(event) => setText(event.target.value.trim())}
        onBlur={leave}
        onKeyDown={(event) => {
          if (event.key === "Enter") leave();
        }}
      />
      {wrong ? (
        <span id={`${field}-told`} className="text-sm text-fix">
          {wrong}
        </span>
      ) : kept && text !== id ? (
        <span id={`${field}-told`} className="text-sm text-fix">
          Data that were brought stay under {id}
        </span>
      ) : null}
    </div>
  );
}
