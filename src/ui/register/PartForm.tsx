"use client";

import { useState } from "react";
import { MAKER_STATES, MOST_OF_PART, PART_CONDITIONS, PART_KINDS, type PartFields } from "@/core/changes/partFields";
import { SEVERITY_WORDS } from "@/core/inspection/severity";
import { CELL_LOOKS, cellsWords } from "@/core/register/cellsAge";
import { earlierAtPlace, type Part, replacedNote } from "@/core/register/parts";
import { isPlaceOf } from "@/core/site/places";
import type { SiteFile } from "@/core/site/siteSchema";
import { SavedText } from "../field/SavedText";
import { PlacePicker } from "../walk/PlacePicker";
import { KIND_WORDS, MAKER_WORDS, partTitle } from "./partWords";
import { SerialField } from "./SerialField";
import type { OwnParts } from "./useParts";

interface PartFormProps {
  part: Part;
  own: OwnParts;
  site: SiteFile;
  /** Today at the site. */
  today: string;
  onOpen: (partId: string) => void;
}

/** What is known of one part; each field is kept as it is left, with a network or without. */
export function PartForm({ part, own, site, today, onOpen }: PartFormProps) {
  const before = earlierAtPlace(part, own.parts);
  const text = (name: "maker" | "model" | "note", label: string, rows = 1) => (
    <SavedText
      key={`${name}-${part.id}`}
      label={label}
      value={part[name]}
      draft={`part-${name}-${part.id}`}
      most={MOST_OF_PART[name]}
      rows={rows}
      says={(said) => own.saying(part.id, { [name]: said })}
      seenMs={part.lastMs}
    />
  );
  const day = (name: "installed" | "warrantyUntil", label: string) => (
    <label className="grid content-start gap-1">
      <span className="caption">{label}</span>
      <input
        type="date"
        className="field min-h-11"
        value={part[name]}
        onChange={(event) => own.change(part, { [name]: event.target.value } as Partial<PartFields>)}
      />
    </label>
  );
  return (
    <div className="grid gap-3 border-l-4 border-act bg-raised p-3">
      {before.length > 0 ? (
        <p className="font-semibold">
          {before.length === 1 ? "The second one" : `Number ${before.length + 1}`} at this place: ask why the last one didn't last before
          the same is done again.
        </p>
      ) : null}
      <div className="grid gap-3 sm:grid-cols-2">
        <Choice
          label="What it is"
          value={part.kind}
          choices={PART_KINDS.map((kind) => [kind, KIND_WORDS[kind][0]])}
          onChoose={(kind) => own.change(part, { kind: kind as PartFields["kind"] })}
        />
        <div className="self-end">
          <PlacePicker site={site} place={part.place} of={partTitle(part, site)} onChoose={(place) => own.change(part, { place })} />
        </div>
        <SavedText
          key={`place-${part.id}`}
          label="Place in words, where none of the plan's fits"
          value={isPlaceOf(site, part.place) ? "" : part.place}
          draft={`part-place-${part.id}`}
          most={MOST_OF_PART.place}
          says={(place) => own.saying(part.id, { place })}
          seenMs={part.lastMs}
        />
        {text("maker", "Maker")}
        {text("model", "Model")}
      </div>
      <SerialField part={part} own={own} />
      <div className="grid gap-3 sm:grid-cols-2">
        {day("installed", "Installed on")}
        {day("warrantyUntil", "Guarantee until")}
        <Choice
          label="Its maker"
          value={part.makerState}
          choices={[["", "not said"], ...MAKER_STATES.map((state): [string, string] => [state, MAKER_WORDS[state]])]}
          onChoose={(state) => own.change(part, { makerState: state as PartFields["makerState"] })}
        />
        <Choice
          label="Condition"
          value={part.condition}
          choices={[["", "not said"], ...PART_CONDITIONS.map((one): [string, string] => [one, SEVERITY_WORDS[one].word])]}
          onChoose={(condition) => own.change(part, { condition: condition as PartFields["condition"] })}
        />
      </div>
      {part.kind === "module" && part.installed === "" ? <ByCells part={part} own={own} today={today} /> : null}
      {text("note", "Note", 2)}
      <div className="flex flex-wrap gap-2">
        <button
          type="button"
          className="button"
          onClick={() => {
            own.change(part, { note: replacedNote(part.note, today).slice(0, MOST_OF_PART.note) });
            onOpen(own.add({ kind: part.kind, place: part.place, installed: today }));
          }}
        >
          Replaced by a new one
        </button>
        <button type="button" className="button" onClick={() => own.change(part, { takenBack: true })}>
          Take back
        </button>
      </div>
    </div>
  );
}

interface ChoiceProps {
  label: string;
  value: string;
  choices: readonly (readonly [string, string])[];
  onChoose: (value: string) => void;
}

function Choice({ label, value, choices, onChoose }: ChoiceProps) {
  return (
    <label className="grid content-start gap-1">
      <span className="caption">{label}</span>
      <select className="field min-h-11" value={value} onChange={(event) => onChoose(event.target.value)}>
        {choices.map(([one, words]) => (
          <option key={one} value={one}>
            {words}
          </option>
        ))}
      </select>
    </label>
  );
}

/** Where the label is gone the cells tell a range of years; it goes into the note, as it is no day. */
function ByCells({ part, own, today }: Pick<PartFormProps, "part" | "own" | "today">) {
  const [look, setLook] = useState("");
  const chosen = CELL_LOOKS.find(({ id }) => id === look);
  const words = chosen && cellsWords(chosen, Number(today.slice(0, 4)));
  return (
    <div className="grid gap-2">
      <Choice
        label="Label gone? What its cells look like"
        value={look}
        choices={[["", "–"], ...CELL_LOOKS.map(({ id, words: said }): [string, string] => [id, said])]}
        onChoose={setLook}
      />
      {words ? (
        <p className="flex flex-wrap items-center gap-2">
          {words.charAt(0).toUpperCase() + words.slice(1)}: a range, never a certainty.
          <button
            type="button"
            className="button"
            onClick={() => own.change(part, { note: [part.note, words].filter(Boolean).join("; ") })}
          >
            Put it in the note
          </button>
        </p>
      ) : null}
    </div>
  );
}
