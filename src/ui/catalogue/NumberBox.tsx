"use client";

import { useState } from "react";

interface NumberBoxProps {
  label: string;
  value: number | undefined;
  /** Undefined where nothing is typed; what is no number is told as NaN. */
  onChange: (value: number | undefined) => void;
}

/** A number as it is typed: half a number doesn't jump under the fingers. */
export function NumberBox({ label, value, onChange }: NumberBoxProps) {
  const [text, setText] = useState(value === undefined ? "" : String(value));
  return (
    <label className="grid gap-1">
      <span className="caption">{label}</span>
      <input
        className="field figures min-h-11 w-28"
        inputMode="decimal"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          const typed = event.target.value.trim().replace(",", ".");
          onChange(typed === "" ? undefined : Number(typed));
        }}
      />
    </label>
  );
}
