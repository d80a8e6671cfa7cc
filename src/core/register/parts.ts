import type { ChangeOf } from "../changes/change";
import { NEW_PART, PART_KINDS, type PartFields } from "../changes/partFields";
import { byStamp } from "../changes/stamp";
import { withChanges } from "../changes/standing";
import type { RegisterRow } from "../formats/archive/registerFile";

/** A part of a plant as it stands in its register. */
export interface Part extends PartFields {
  id: string;
  /** The latest stamp on it, ms; 0 where it stands as a file had it. */
  lastMs: number;
}

/** Begins a note of a part that isn't there any more; the day is when it was taken out. */
const REPLACED = /^Replaced (\d{4}-\d\d-\d\d)\b/;

/** The day on which a part was taken out, or null while it is there. */
export function replacedOn({ note }: Pick<PartFields, "note">): string | null {
  return REPLACED.exec(note)?.[1] ?? null;
}

/** What a note becomes once its part was taken out. */
export function replacedNote(note: string, day: string): string {
  return `Replaced ${day}${note ? `. ${note}` : ""}`;
}

/** What a row of a file says of a part. */
export function partOfRow({ id, warranty_until: warrantyUntil, maker_state: makerState, ...row }: RegisterRow): Part {
  return { ...NEW_PART, ...row, id, warrantyUntil, makerState, lastMs: 0 };
}

/** The same as a row of a file. */
export function rowOfPart({ warrantyUntil, makerState, takenBack: _, lastMs: __, ...part }: Part): RegisterRow {
  return { ...part, warranty_until: warrantyUntil, maker_state: makerState };
}

/**
 * A register as it stands: what a file brought, and what was said on site since.
 * @param rows as the file had them
 * @param changes of the site's parts, in any order, from all its cases
 * @param asOfMs when the file was taken in: what was said before is in it, or was put right by it
 * @returns by kind and place; those taken back too
 */
export function standingParts(rows: readonly RegisterRow[], changes: Iterable<ChangeOf<"part">>, asOfMs = 0): Part[] {
  return withPartChanges(
    rows.map(partOfRow),
    [...changes].filter(({ madeMs }) => madeMs > asOfMs),
  );
}

/** Parts after changes of them, in whatever order they are given; those that nobody knew yet join. */
export function withPartChanges(parts: readonly Part[], changes: Iterable<ChangeOf<"part">>): Part[] {
  const standing = new Map(parts.map((part) => [part.id, part]));
  const histories = new Map<string, ChangeOf<"part">[]>();
  for (const change of [...changes].sort(byStamp)) histories.set(change.partId, [...(histories.get(change.partId) ?? []), change]);
  for (const [id, history] of histories) {
    // What is said of a part that no file brings any more, and of which nobody said what it is, is of nothing.
    if (!standing.has(id) && history.every(({ fields }) => fields.kind === undefined)) continue;
    const { id: _, lastMs, ...before } = standing.get(id) ?? { ...NEW_PART, id, lastMs: 0 };
    const { fields } = withChanges<PartFields>(before, history);
    standing.set(id, { ...fields, id, lastMs: Math.max(lastMs, history[history.length - 1].madeMs) });
  }
  return [...standing.values()].sort(byKindAndPlace);
}

function byKindAndPlace(a: Part, b: Part): number {
  return (
    PART_KINDS.indexOf(a.kind) - PART_KINDS.indexOf(b.kind) ||
    a.place.localeCompare(b.place, "en", { numeric: true }) ||
    a.installed.localeCompare(b.installed) ||
    a.id.localeCompare(b.id)
  );
}

/** Those that are there: neither taken back nor replaced. */
export function presentParts(parts: readonly Part[]): Part[] {
  return parts.filter((part) => !part.takenBack && replacedOn(part) === null);
}

/** How many of its kind stood at a part's place before it: a second isolator in the same wet place fails again. */
export function earlierAtPlace(part: Part, parts: readonly Part[]): Part[] {
  if (part.place === "" || part.place === "site") return [];
  return parts.filter(
    (one) => !one.takenBack && one.id !== part.id && one.kind === part.kind && one.place === part.place && replacedOn(one) !== null,
  );
}
