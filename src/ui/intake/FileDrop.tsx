"use client";

import { useState } from "react";

/** Where files are chosen or dropped: any table, one or several. */
export function FileDrop({ busy, onFiles }: { busy: boolean; onFiles: (files: File[]) => void }) {
  const [over, setOver] = useState(false);
  return (
    <label
      className={`grid min-h-24 content-center gap-1 border-2 border-dashed p-4 has-focus-visible:outline-3 has-focus-visible:outline-act ${over ? "border-ink bg-sunken" : "border-rule-strong bg-raised"}`}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0 && !busy) onFiles(files);
      }}
    >
      <span className="font-semibold">Choose exports, or drop them here</span>
      <span className="caption">
        What a portal, a logger or a weather station gave: CSV of any kind or .xlsx, one file or many. You see what was made of it before
        anything is taken in.
      </span>
      <input
        type="file"
        multiple
        accept=".csv,.txt,.tsv,.xlsx,text/csv"
        className="sr-only"
        disabled={busy}
        aria-label="Exports"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          if (files.length > 0) onFiles(files);
          event.target.value = "";
        }}
      />
    </label>
  );
}
