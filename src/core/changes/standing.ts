import { byStamp, type Stamp } from "./stamp";

/** Who set a field last, and when. */
export interface Mark extends Stamp {
  author: string;
  deviceName: string;
}

/** A record as it stands: its fields, and who set each of them. A field that nobody set carries no mark. */
export interface Standing<Fields extends object> {
  fields: Fields;
  marks: Partial<Record<keyof Fields, Mark>>;
}

/** What a change brings to a record. */
export interface FieldChange<Fields extends object> extends Mark {
  fields: Partial<Fields>;
}

/**
 * A record after a change. Of each field the latest stands, so that two who change different fields both keep theirs, an older
 * one that comes late changes nothing, and a repeat neither. The order in which changes come in makes no difference.
 * @returns the same record where nothing of the change stands
 */
export function withChange<Fields extends object>(standing: Standing<Fields>, change: FieldChange<Fields>): Standing<Fields> {
  const { id, device, madeMs, author, deviceName } = change;
  const mark: Mark = { id, device, madeMs, author, deviceName };
  let next = standing;
  for (const [name, value] of Object.entries(change.fields) as [keyof Fields, Fields[keyof Fields]][]) {
    const before = standing.marks[name];
    if (value === undefined || (before && byStamp(before, mark) >= 0)) continue;
    if (next === standing) next = { fields: { ...standing.fields }, marks: { ...standing.marks } };
    next.fields[name] = value;
    next.marks[name] = mark;
  }
  return next;
}

/** A record after many changes, in whatever order they are given. @param fields as they stood before any of them */
export function withChanges<Fields extends object>(fields: Fields, changes: Iterable<FieldChange<Fields>>): Standing<Fields> {
  let standing: Standing<Fields> = { fields, marks: {} };
  for (const change of changes) standing = withChange(standing, change);
  return standing;
}

/** The latest stamp on a record, ms; 0 where nobody has set anything. */
export function latestMs({ marks }: { marks: Readonly<Record<string, Mark | undefined>> }): number {
  return Object.values(marks).reduce((latest, mark) => Math.max(latest, mark?.madeMs ?? 0), 0);
}
