"use client";

import { useState } from "react";
import { choose } from "../selection/useSelection";
import { useImportJob } from "./useImportJob";

const KINDS = [
  { kind: "production", title: "Production", hint: "timestamp with offset, then columns like inv1.ac_w, s1.dc_a" },
  { kind: "weather", title: "Weather", hint: "timestamp with offset, ghi (or poa.<plane>) and t_air; wind, rain_mm, snow_cm help" },
] as const;

/** Takes production and weather CSVs, by choosing or by dropping; nothing is half taken in. */
export function ImportPanel({ siteId, demoFiles }: { siteId: string; demoFiles: string[] }) {
  const { job, start, cancel } = useImportJob(siteId);
  const busy = job?.state === "running";
  return (
    <section aria-labelledby="import-title">
      <h2 id="import-title" className="text-lg">
        Bring data in
      </h2>
      <div className="mt-3 grid gap-4 md:grid-cols-2">
        {KINDS.map((entry) => (
          <DropTarget
            key={entry.kind}
            {...entry}
            busy={busy}
            onFile={(file) => {
              // The leaf stays open when there are pictures to show: what came of the file is said here.
              choose("leaf", "data");
              void start(entry.kind, file);
            }}
          />
        ))}
      </div>
      <div role="status" className="mt-3 min-h-12">
        {job ? (
          <div className="flex flex-wrap items-center gap-4">
            <p className={job.state === "failed" ? "border-l-4 border-stop bg-raised py-1 pr-2 pl-3 font-semibold" : ""}>
              {job.state === "failed" ? "Nothing was taken in. " : ""}
              {job.message}
            </p>
            {busy ? (
              <>
                <progress value={job.progress} max={1} className="h-3 w-48 accent-act" aria-label={job.title} />
                <button type="button" className="button" onClick={cancel}>
                  Cancel
                </button>
              </>
            ) : null}
          </div>
        ) : null}
      </div>
      {demoFiles.length > 0 ? (
        <p className="caption">
          The demonstration's files for this site, a whole year:{" "}
          {demoFiles.map((name, k) => (
            <span key={name}>
              {k > 0 ? ", " : ""}
              <a href={`/api/demo-files/${name}`} download>
                {name}
              </a>
            </span>
          ))}
        </p>
      ) : null}
    </section>
  );
}

function DropTarget({ kind, title, hint, busy, onFile }: (typeof KINDS)[number] & { busy: boolean; onFile: (file: File) => void }) {
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
        const file = event.dataTransfer.files[0];
        if (file && !busy) onFile(file);
      }}
    >
      <span className="font-semibold">{title} CSV: choose or drop</span>
      <span className="caption">{hint}</span>
      <input
        type="file"
        accept=".csv,text/csv"
        className="sr-only"
        disabled={busy}
        aria-label={`${title} CSV`}
        data-kind={kind}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
    </label>
  );
}
