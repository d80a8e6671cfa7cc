"use client";

import { useRouter } from "next/navigation";
import { useState } from "react";
import type { ImportView } from "@/server/imports/importSeries";
import { instantDay, lastDay } from "../marks/words";
import { send } from "../send";

/** The files taken in, newest first; each can be taken back. */
export function ImportList({ imports, timeZone }: { imports: ImportView[]; timeZone: string }) {
  const [said, setSaid] = useState("");
  const router = useRouter();
  if (imports.length === 0) return null;

  async function undo(entry: ImportView) {
    const answer = await send<object>(`/api/imports/${entry.id}/undo`, "POST");
    setSaid("error" in answer ? (answer.error as string) : `${entry.fileName} taken back`);
    router.refresh();
  }

  return (
    <section aria-labelledby="imports-title">
      <h2 id="imports-title" className="text-lg">
        Taken in
      </h2>
      <p role="status" className="min-h-6">
        {said}
      </p>
      <div className="relative overflow-x-auto">
        <table className="figures w-full min-w-xl border-t-2 border-ink text-left">
          <thead>
            <tr className="caption">
              <th className="py-1 pr-4 font-normal">File</th>
              <th className="pr-4 font-normal">Kind</th>
              <th className="pr-4 font-normal">Covers</th>
              <th className="pr-4 text-right font-normal">Rows</th>
              <th className="pr-4 text-right font-normal">Interval</th>
              <th className="font-normal">
                <span className="sr-only">Undo</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {imports.map((entry) => (
              <tr key={entry.id} className={`border-t border-rule ${entry.undone ? "text-quiet line-through" : ""}`}>
                <td className="py-1.5 pr-4">
                  {entry.fileName}
                  <HowRead entry={entry} />
                </td>
                <td className="pr-4">{entry.kind}</td>
                <td className="pr-4">
                  {instantDay(entry.from, timeZone)} to {lastDay(entry.to, timeZone)}
                </td>
                <td className="pr-4 text-right">{entry.rows}</td>
                <td className="pr-4 text-right">{entry.stepMinutes} min</td>
                <td className="text-right">
                  {entry.undone ? null : (
                    <button
                      type="button"
                      className="button"
                      onClick={() => void undo(entry)}
                      aria-label={`Undo the import of ${entry.fileName}`}
                    >
                      Undo
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

/** What was put right in somebody's export, and the files as they came. */
function HowRead({ entry: { id, reading } }: { entry: ImportView }) {
  if (!reading) return null;
  return (
    <details className="caption">
      <summary>{reading.repairs.length === 0 ? "As it came" : `${reading.repairs.length} put right`}</summary>
      <ul>
        {reading.repairs.map((repair) => (
          <li key={`${repair.kind} ${repair.column ?? ""}`}>
            {repair.column ? `${repair.column}: ` : ""}
            {repair.text} ({repair.count})
          </li>
        ))}
        {reading.files.map((name, file) => (
          <li key={name}>
            <a href={`/api/imports/${id}/original?file=${file}`} download={name}>
              {name}, as it came
            </a>
          </li>
        ))}
      </ul>
    </details>
  );
}
