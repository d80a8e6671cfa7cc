"use client";

import { useId } from "react";
import type { Draft } from "@/field/outbox";
import { useSavedText } from "./useSavedText";

interface SavedTextProps {
  label: string;
  value: string;
  /** Names on this device what is typed and isn't recorded yet. */
  draft: string;
  /** What recording a text says. */
  says: (text: string) => Draft;
  /** The latest stamp on what is shown. */
  seenMs: number;
  rows?: number;
  most: number;
  /** Which keys a phone offers. */
  inputMode?: "decimal";
  /** Under the field: who said so, and when; or what is wrong with it. */
  children?: React.ReactNode;
}

/** A field whose text is kept with every key, and recorded when the typing pauses or the field is left. */
export function SavedText({ label, rows = 1, most, inputMode, children, ...saved }: SavedTextProps) {
  const id = useId();
  const { text, type, commit } = useSavedText(saved);
  const shared = {
    id,
    className: "field font-normal",
    value: text,
    maxLength: most,
    inputMode,
    onChange: (event: React.ChangeEvent<HTMLInputElement | HTMLTextAreaElement>) => type(event.target.value),
    onBlur: () => void commit(),
  };
  return (
    <div className="grid content-start gap-1">
      <label htmlFor={id} className="grid gap-1">
        <span className={rows > 1 ? "font-semibold" : "caption"}>{label}</span>
        {rows > 1 ? <textarea rows={rows} {...shared} /> : <input {...shared} />}
      </label>
      {children}
    </div>
  );
}
