"use client";

import { useState } from "react";
import type { Entry } from "@/field/entry";
import { theField } from "@/field/field";
import { agoText, bytesText, changeWords, entryState } from "./entryWords";

/** One entry: what it says, how it fares, its age and size, and what a person can do about it. */
export function EntryRow({ entry, nowMs }: { entry: Entry; nowMs: number }) {
  const [editing, setEditing] = useState(false);
  const { outbox, sender } = theField();
  const size = entry.pictureBytes ?? JSON.stringify(entry.change).length;
  const onItsWay = entry.state === "refused" || entry.state === "waiting";
  return (
    <li className="border-b border-rule py-2.5">
      <p className="wrap-anywhere">{changeWords(entry.change)}</p>
      <p className="caption figures wrap-anywhere">
        {entryState(entry)} · {agoText(entry.keptAtMs, nowMs)} · {bytesText(size)} · case {entry.change.caseId}
      </p>
      {editing ? <EditEntry entry={entry} onDone={() => setEditing(false)} /> : null}
      {onItsWay && !editing ? (
        <p className="mt-1.5 flex flex-wrap gap-2">
          {entry.state === "refused" ? (
            <>
              <button
                type="button"
                className="button"
                onClick={() => void outbox.update(entry.id, { state: "waiting" }).then(() => sender.run(true))}
              >
                Try again
              </button>
              <button type="button" className="button" onClick={() => setEditing(true)}>
                Change it
              </button>
            </>
          ) : null}
          <button type="button" className="button" onClick={() => void outbox.update(entry.id, { state: "let-go", why: "" })}>
            Let go
          </button>
        </p>
      ) : null}
      {entry.state === "let-go" ? (
        <button type="button" className="button mt-1.5" onClick={() => void outbox.update(entry.id, { state: "waiting", tries: 0 })}>
          Bring back
        </button>
      ) : null}
    </li>
  );
}

/** What was refused for what it says can be said anew: its case, and its texts. */
function EditEntry({ entry, onDone }: { entry: Entry; onDone: () => void }) {
  const texts = Object.entries(entry.change.fields).filter((pair): pair is [string, string] => typeof pair[1] === "string");
  const [caseId, setCaseId] = useState(entry.change.caseId);
  const [fields, setFields] = useState<Record<string, string>>(Object.fromEntries(texts));
  return (
    <form
      className="mt-2 grid gap-2"
      onSubmit={(event) => {
        event.preventDefault();
        void theField().outbox.replace(entry.id, { caseId, fields });
        onDone();
      }}
    >
      <label className="grid gap-1">
        <span className="caption">Case</span>
        <input className="field font-mono" value={caseId} onChange={(event) => setCaseId(event.target.value)} />
      </label>
      {texts.map(([name]) => (
        <label key={name} className="grid gap-1">
          <span className="caption">{name === "gradeId" ? "Grade" : name.charAt(0).toUpperCase() + name.slice(1)}</span>
          <textarea
            className="field"
            rows={2}
            value={fields[name]}
            onChange={(event) => setFields({ ...fields, [name]: event.target.value })}
          />
        </label>
      ))}
      <p className="flex gap-2">
        <button type="submit" className="button button-act">
          Send it so
        </button>
        <button type="button" className="button" onClick={onDone}>
          Leave it
        </button>
      </p>
    </form>
  );
}
