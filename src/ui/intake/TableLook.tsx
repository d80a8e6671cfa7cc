"use client";

import { useEffect, useMemo, useRef, useState } from "react";
import { channelChoices, channelName } from "@/core/intake/columns/channelWords";
import { ownUnit } from "@/core/intake/columns/columns";
import type { Mapping } from "@/core/intake/mapping";
import { CONTRADICTED_MINUTES } from "@/core/intake/time/tellZone";
import type { SiteFile } from "@/core/site/siteSchema";
import type { IntakePreview, IntakeTable } from "@/server/work/intakeTypes";
import { send } from "../send";
import { ColumnRows } from "./ColumnRows";
import { contradicted, leftOutWords, overlapWords, standingWords, tableWords, zoneChoices } from "./intakeWords";
import { PreviewDays } from "./PreviewDays";
import { RepairList } from "./RepairList";

/** What a table's questions were answered. */
export interface Answers {
  overlaps?: "file" | "site";
  clockAsIs: boolean;
}

/** One table that was brought: how it stands, its curve on the clear sky, what can be set right, and the columns. */
export function TableLook({
  intakeId,
  place,
  table,
  start,
  site,
  busy,
  act,
  onReady,
}: {
  intakeId: string;
  place: number;
  table: IntakeTable;
  start: Mapping;
  site: SiteFile;
  busy: boolean;
  /** The next act, which stands beside the sentence. */
  act: React.ReactNode;
  /** Told whether it can be taken in, with the answers to what it asked. */
  onReady: (answers: Answers | null) => void;
}) {
  const [mapping, setMapping] = useState(start);
  const [channel, setChannel] = useState<string | undefined>(undefined);
  const [answers, setAnswers] = useState<Answers>({ clockAsIs: false });
  const { shown, lines, looking } = usePreview(intakeId, place, mapping, start, channel);
  const choices = useMemo(() => channelChoices(site), [site]);
  const taken = mapping.columns.filter(({ to }) => to !== null).length;
  const differs = shown ? overlapWords(shown.overlaps) : null;
  const asked = (contradicted(shown) && !answers.clockAsIs) || (differs !== null && answers.overlaps === undefined);
  const ready = shown !== null && !asked && !looking;
  const tell = useRef(onReady);
  tell.current = onReady;
  useEffect(() => tell.current(ready ? answers : null), [ready, answers]);
  return (
    <section aria-label={table.files.join(", ")} className="grid gap-3 *:min-w-0">
      <div className="flex flex-wrap items-start justify-between gap-3">
        <div>
          <p className="caption figures">{tableWords(table, shown)}</p>
          <p role="status" className="text-xl" aria-busy={looking}>
            {shown ? standingWords(shown) : lines ? "This can't be taken in as it is." : "Drawing it on the clear sky…"}
          </p>
        </div>
        {act}
      </div>
      {lines ? (
        <ul role="alert" className="border-l-4 border-stop bg-raised py-1 pr-2 pl-3">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
      {mapping === table.mapping && table.doubts.length > 0 ? (
        <ul className="caption">
          {table.doubts.map((doubt) => (
            <li key={doubt}>{doubt}</li>
          ))}
        </ul>
      ) : null}
      {shown ? <Questions shown={shown} differs={differs} answers={answers} onAnswer={setAnswers} /> : null}
      <ClockFields table={table} mapping={mapping} siteZone={site.location.timeZone} busy={busy} onChange={setMapping} />
      {shown?.preview.channel ? (
        <div className="grid gap-2">
          <div className="flex flex-wrap items-center justify-end gap-2">
            {shown.preview.channels.length > 1 ? (
              <label className="caption flex items-center gap-2">
                Shown
                <select
                  aria-label="Shown"
                  className="field w-auto desk:min-h-9 desk:py-0.5"
                  value={shown.preview.channel}
                  onChange={(event) => setChannel(event.target.value)}
                >
                  {shown.preview.channels.map((name) => (
                    <option key={name} value={name}>
                      {channelName(name, choices)}
                    </option>
                  ))}
                </select>
              </label>
            ) : null}
          </div>
          <details className="caption">
            <summary>How clock and clear sky are told</summary>
            Up to 8 of the sunniest days are laid on what the healthy array would give under a clear sky (Ineichen and Perez 2002; its
            planes, horizon and obstacles, by the site file) and shifted until they agree best (uncentred correlation); the middle of the
            shifts, in minutes, is how far the sun lies beside the stamps. From {CONTRADICTED_MINUTES} minutes on it is asked about.
          </details>
          <PreviewDays preview={shown.preview} unit={ownUnit(shown.preview.channel).unit.name} />
        </div>
      ) : null}
      <div>
        <h2 className="text-lg">Columns</h2>
        <p className="caption mb-1">
          {leftOutWords(table, taken)}.{table.remembered ? " Read as this source was read before." : ""}
        </p>
        <ColumnRows table={table} mapping={mapping} choices={choices} busy={busy} onChange={setMapping} />
      </div>
      {shown ? <RepairList repairs={shown.repairs} mapping={mapping} busy={busy} onChange={setMapping} /> : null}
    </section>
  );
}

/** What a mapping would make of the table; asked anew with each change. */
function usePreview(intakeId: string, place: number, mapping: Mapping, start: Mapping, channel: string | undefined) {
  const [preview, setPreview] = useState<IntakePreview | null>(null);
  const [failed, setFailed] = useState<string | null>(null);
  const [looking, setLooking] = useState(true);
  useEffect(() => {
    const abort = new AbortController();
    setLooking(true);
    const body = { table: place, channel, ...(mapping === start ? {} : { mapping }) };
    void send<IntakePreview>(`/api/intakes/${intakeId}/preview`, "POST", body, abort.signal).then((answer) => {
      if (abort.signal.aborted) return;
      setLooking(false);
      if ("error" in answer) return setFailed(answer.error);
      setFailed(null);
      setPreview(answer);
    });
    return () => abort.abort();
  }, [intakeId, place, mapping, start, channel]);
  const shown = failed === null && preview?.ok ? preview : null;
  return { shown, looking, lines: failed !== null ? [failed] : preview && !preview.ok ? preview.lines : null };
}

function Questions({
  shown,
  differs,
  answers,
  onAnswer,
}: {
  shown: Extract<IntakePreview, { ok: true }>;
  differs: string | null;
  answers: Answers;
  onAnswer: (answers: Answers) => void;
}) {
  const clock = contradicted(shown);
  if (!clock && differs === null) return null;
  return (
    <div className="grid gap-3 border-l-4 border-watch bg-raised py-2 pr-3 pl-3">
      {clock ? (
        <label className="flex items-start gap-2">
          <input
            type="checkbox"
            className="mt-1 size-5 accent-act"
            checked={answers.clockAsIs}
            onChange={(event) => onAnswer({ ...answers, clockAsIs: event.target.checked })}
          />
          <span>
            Take the clock as it is, though the sun contradicts it: the diagnosis will tell it as a wrong clock. Or set the zone below until
            the curves lie on each other.
          </span>
        </label>
      ) : null}
      {differs !== null ? (
        <fieldset className="grid gap-1">
          <legend>{differs} Which stand?</legend>
          {(
            [
              ["file", "Those of this file; the others are kept, and an undo brings them back"],
              ["site", "Those of the site; of this file only days that it doesn't have"],
            ] as const
          ).map(([value, words]) => (
            <label key={value} className="flex items-center gap-2">
              <input
                type="radio"
                name="overlaps"
                className="size-5 accent-act"
                checked={answers.overlaps === value}
                onChange={() => onAnswer({ ...answers, overlaps: value })}
              />
              {words}
            </label>
          ))}
        </fieldset>
      ) : null}
    </div>
  );
}

function ClockFields({
  table,
  mapping,
  siteZone,
  busy,
  onChange,
}: {
  table: IntakeTable;
  mapping: Mapping;
  siteZone: string;
  busy: boolean;
  onChange: (mapping: Mapping) => void;
}) {
  const field = "field w-auto desk:min-h-9 desk:py-0.5";
  return (
    <div className="figures flex flex-wrap items-center gap-x-5 gap-y-2 border-y border-rule py-2">
      {table.absolute ? (
        <span>Each stamp says how far it is ahead of UTC.</span>
      ) : (
        <label className="flex items-center gap-2">
          Clock
          <select
            aria-label="Clock"
            className={field}
            value={mapping.zone}
            disabled={busy}
            onChange={(event) => onChange({ ...mapping, zone: event.target.value })}
          >
            {zoneChoices(siteZone, mapping.zone).map((zone) => (
              <option key={zone} value={zone}>
                {zone === siteZone ? `${zone}, the site's` : zone}
              </option>
            ))}
          </select>
        </label>
      )}
      <label className="flex items-center gap-2">
        Stamps are
        <select
          aria-label="Stamps are"
          className={field}
          value={mapping.stamps}
          disabled={busy}
          onChange={(event) => onChange({ ...mapping, stamps: event.target.value as Mapping["stamps"] })}
        >
          <option value="start">beginnings of intervals</option>
          <option value="end">ends of intervals</option>
        </select>
      </label>
      <span className="caption">
        {mapping.zone === table.mapping.zone && mapping.stamps === table.mapping.stamps ? "" : `proposed was ${table.mapping.zone}: `}
        {table.clock.reasons.join("; ")}
      </span>
    </div>
  );
}
