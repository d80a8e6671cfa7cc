"use client";

import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { IrradantError } from "@/core/errors/errors";
import { carryOut, takeIn } from "@/field/carry";
import { isPromised, theField } from "@/field/field";
import type { OutboxState } from "@/field/outbox";
import { EntryRow } from "./EntryRow";
import { KeptCases } from "./KeptCases";
import { NameFields } from "./NameFields";
import { useLine } from "./useOutbox";

/** So many of those that the server has are listed: enough to see that the last hour arrived. */
const MOST_SENT = 20;

/** Everything that this device recorded and how it fares, with what can be done about it. */
export function FieldPanel({ state }: { state: OutboxState }) {
  const [nowMs, setNowMs] = useState(Date.now());
  const [said, setSaid] = useState("");
  const line = useLine();
  const [promised, setPromised] = useState<boolean | null>(null);
  useEffect(() => {
    void isPromised().then(setPromised);
    const timer = setInterval(() => setNowMs(Date.now()), 10_000);
    return () => clearInterval(timer);
  }, []);
  const { sender, outbox } = theField();
  const by = (kind: string) => state.entries.filter((entry) => entry.state === kind);
  const [refused, waiting, letGo] = [by("refused"), by("waiting"), by("let-go").reverse()];
  const sent = by("sent").reverse();
  const onTheirWay = refused.length + waiting.length;
  const groups = [
    { title: "Needs a look", list: refused },
    { title: "Waiting", list: waiting },
    { title: "Let go", list: letGo },
    { title: "Kept by the server", list: sent.slice(0, MOST_SENT) },
  ].filter(({ list }) => list.length > 0);
  return (
    <>
      <div className="flex items-center justify-between gap-3 border-b-2 border-ink px-5 py-3">
        <Dialog.Title className="text-xl font-semibold">Recorded on this device</Dialog.Title>
        <Dialog.Close className="button">Close</Dialog.Close>
      </div>
      <div className="grid gap-5 overflow-y-auto px-5 py-4">
        <p role="status">{summary(state, onTheirWay, refused.length, line)}</p>
        {promised === false && onTheirWay > 0 ? (
          <p className="caption">
            This browser doesn't promise to keep it when it runs short of room. Adding Irradant to the home screen mostly changes that.
          </p>
        ) : null}
        {state.alarm ? (
          <p role="alert" className="border-l-4 border-stop bg-raised p-3 font-semibold">
            {state.alarm}. Don't close this page before all of it is kept; what waits can be carried out as a file.
          </p>
        ) : null}
        <div className="flex flex-wrap gap-2">
          <button type="button" className="button button-act" disabled={onTheirWay === 0} onClick={() => void sender.run(true)}>
            Send now
          </button>
          <button
            type="button"
            className="button"
            disabled={onTheirWay === 0}
            onClick={() => void saveFile(outbox).then(() => setSaid(`${onTheirWay} carried out as a file; they stay here too`))}
          >
            Carry out as a file
          </button>
          <TakeInButton onSaid={setSaid} />
        </div>
        {said ? <p role="status">{said}</p> : null}
        <NameFields device={state.device} />
        {groups.map(({ title, list }) => (
          <section key={title} aria-label={title}>
            <h3 className="border-b border-ink pb-1">
              {title} <span className="caption figures">{list.length}</span>
            </h3>
            <ul>
              {list.map((entry) => (
                <EntryRow key={entry.id} entry={entry} nowMs={nowMs} />
              ))}
            </ul>
          </section>
        ))}
        <KeptCases nowMs={nowMs} />
      </div>
    </>
  );
}

function summary({ entries }: OutboxState, onTheirWay: number, refused: number, line: string): string {
  if (onTheirWay === 0)
    return entries.length === 0 ? "Nothing was recorded here yet." : "The server has everything that was recorded here.";
  const kept = `${onTheirWay} kept on this device`;
  if (refused > 0) return `${kept}; ${refused} of them the server refused. See why, then try again or change what it says.`;
  if (line === "none") return `${kept}. There is no connection; they go as soon as there is one.`;
  if (line === "trouble") return `${kept}. Irradant doesn't answer as it should; they are tried again by themselves.`;
  return `${kept}, on their way to the server.`;
}

async function saveFile(outbox: Parameters<typeof carryOut>[0]): Promise<void> {
  const url = URL.createObjectURL(await carryOut(outbox));
  const link = document.createElement("a");
  link.href = url;
  link.download = `irradant-field-${new Date().toISOString().slice(0, 16).replaceAll(":", "")}.zip`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 60_000);
}

function TakeInButton({ onSaid }: { onSaid: (text: string) => void }) {
  const input = useRef<HTMLInputElement>(null);
  async function take(file: File) {
    try {
      const { taken, known, faults } = await takeIn(theField().outbox, file);
      const parts = [`${taken} taken in`, known > 0 ? `${known} were here already` : "", ...faults];
      onSaid(`${parts.filter(Boolean).join("; ")}. They go on to the server from here.`);
    } catch (error) {
      onSaid(error instanceof IrradantError ? error.message : "This file can't be read");
    }
  }
  return (
    <>
      <button type="button" className="button" onClick={() => input.current?.click()}>
        Take in a file
      </button>
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        className="sr-only"
        aria-label="A file of what waited on a device"
        tabIndex={-1}
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) void take(file);
          event.target.value = "";
        }}
      />
    </>
  );
}
