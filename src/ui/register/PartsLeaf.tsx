"use client";

import { Plus } from "lucide-react";
import { useState } from "react";
import { PART_KINDS, type PartFields } from "@/core/changes/partFields";
import { ageOfPart, nextParts, type OutlookBy } from "@/core/register/outlook";
import { type Part, presentParts, replacedOn } from "@/core/register/parts";
import { proposedParts } from "@/core/register/proposed";
import { dayName, localDay } from "@/core/series/localDay";
import type { SiteFile } from "@/core/site/siteSchema";
import { SeverityMark } from "../marks/SeverityMark";
import { dayText } from "../marks/words";
import { UndoBar } from "../walk/UndoBar";
import { NextList } from "./NextList";
import { PartForm } from "./PartForm";
import { ageWords, KIND_WORDS, partTitle, partType, warrantyWords } from "./partWords";
import type { OwnParts } from "./useParts";

interface PartsLeafProps {
  own: OwnParts;
  site: SiteFile;
  nowMs: number;
  /** The part that is open at first, or none. */
  first: string | null;
  /** By what it is told what is likely next. */
  by: OutlookBy;
}

/** The parts of a plant on site: what is likely next, each part with its serial, and what the as-built tells of that isn't recorded yet. */
export function PartsLeaf({ own, site, nowMs, first, by }: PartsLeafProps) {
  const [open, setOpen] = useState<string | null>(first);
  const [undo, setUndo] = useState<Part | null>(null);
  const today = dayName(localDay(nowMs, site.location.timeZone));
  const standing = own.parts.filter(({ takenBack }) => !takenBack);
  const present = presentParts(own.parts);
  const gone = standing.filter((part) => replacedOn(part) !== null);
  const proposed = proposedParts(site, own.parts);
  const acts: OwnParts = {
    ...own,
    change(part, fields) {
      if (fields.takenBack) setUndo(part);
      own.change(part, fields);
    },
  };
  const row = (part: Part) => <PartRow key={part.id} {...{ part, site, today, own: acts }} isOpen={open === part.id} onOpen={setOpen} />;
  return (
    <div className="grid gap-6 desk:max-w-4xl">
      <section aria-label="What is likely next">
        <h3 className="border-b-2 border-ink text-lg">What is likely next</h3>
        <NextList next={nextParts(own.parts, site, today, by)} site={site} />
      </section>
      <section aria-label="Parts">
        <div className="flex items-end justify-between border-b-2 border-ink pb-1">
          <h3 className="text-lg">Parts</h3>
          <button type="button" className="button" onClick={() => setOpen(own.add({ kind: "isolator" }))}>
            <Plus className="size-5" aria-hidden="true" /> Another part
          </button>
        </div>
        {PART_KINDS.filter((kind) => present.some((part) => part.kind === kind)).map((kind) => (
          <section key={kind} aria-label={KIND_WORDS[kind][1]}>
            <h4 className="caption mt-3">{KIND_WORDS[kind][1]}</h4>
            <ul>{present.filter((part) => part.kind === kind).map(row)}</ul>
          </section>
        ))}
        {present.length === 0 ? <p className="caption mt-2">None recorded yet.</p> : null}
      </section>
      {proposed.length > 0 ? (
        <Proposed {...{ proposed, site }} onAdd={(fields) => setOpen(own.add(fields))} onAll={() => proposed.forEach(own.add)} />
      ) : null}
      {gone.length > 0 ? (
        <section aria-label="Replaced">
          <h3 className="border-b-2 border-ink text-lg">Replaced</h3>
          <ul>{gone.map(row)}</ul>
        </section>
      ) : null}
      <UndoBar
        count={undo ? 1 : 0}
        onUndo={() => {
          if (undo) own.change(own.parts.find(({ id }) => id === undo.id) ?? undo, { takenBack: false });
          setUndo(null);
        }}
      />
    </div>
  );
}

interface PartRowProps {
  part: Part;
  own: OwnParts;
  site: SiteFile;
  today: string;
  isOpen: boolean;
  onOpen: (partId: string | null) => void;
}

function PartRow({ part, own, site, today, isOpen, onOpen }: PartRowProps) {
  const replaced = replacedOn(part);
  const age = ageOfPart(part, site, today);
  return (
    <li className="border-b border-rule">
      <button
        type="button"
        aria-expanded={isOpen}
        className="flex min-h-12 w-full flex-wrap items-baseline gap-x-3 py-2 text-left hover:bg-raised"
        onClick={() => onOpen(isOpen ? null : part.id)}
      >
        <strong>{partTitle(part, site)}</strong>
        <span className="wrap-anywhere">{partType(part)}</span>
        {part.condition ? <SeverityMark severity={part.condition} /> : null}
        <span className="caption">
          {replaced ? `replaced ${dayText(replaced)}` : [ageWords(age), warrantyWords(part, age)].filter(Boolean).join(" · ")}
        </span>
      </button>
      {isOpen ? <PartForm {...{ part, own, site, today, onOpen }} /> : null}
    </li>
  );
}

interface ProposedProps {
  proposed: readonly PartFields[];
  site: SiteFile;
  onAdd: (fields: PartFields) => void;
  onAll: () => void;
}

/** What the as-built tells of and nobody has recorded: one touch each. */
function Proposed({ proposed, site, onAdd, onAll }: ProposedProps) {
  return (
    <section aria-label="In the as-built, not recorded yet">
      <div className="flex items-end justify-between border-b-2 border-ink pb-1">
        <h3 className="text-lg">In the as-built, not recorded yet</h3>
        <button type="button" className="button" onClick={onAll}>
          Record all {proposed.length}
        </button>
      </div>
      <ul>
        {proposed.map((part) => (
          <li key={`${part.kind} ${part.place}`} className="flex flex-wrap items-center justify-between gap-x-3 border-b border-rule py-1">
            <span>
              <strong>{partTitle(part, site)}</strong> {partType(part)} <span className="caption">{part.note}</span>
            </span>
            <button type="button" className="button" aria-label={`Record ${partTitle(part, site)}`} onClick={() => onAdd(part)}>
              Record
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
