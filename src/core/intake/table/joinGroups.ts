import type { DateOrder } from "../time/dateText";
import type { RawColumn, RawGroup } from "./rawTable";

/** Of a long table's times hardly any stands in one group alone. */
const ALONE_SHARE = 0.95;

/**
 * Groups whose times never meet aren't of different places: what told them apart was a state that changes from time to time. They are put
 * together again, in the order of the file.
 * @param order in which to read the times
 */
export function withoutStates(groups: RawGroup[], order: DateOrder): RawGroup[] {
  if (groups.length < 2 || new Set(groups.map(({ columns }) => columns.length)).size > 1) return groups;
  const seen = new Set<number>();
  let rows = 0;
  for (const { times } of groups)
    for (const at of times.get(order) as Float64Array) {
      seen.add(at);
      rows++;
    }
  if (seen.size < ALONE_SHARE * rows || !interleaved(groups)) return groups;
  const place = groups.flatMap((group, k) => Array.from(group.lines, (line, row) => ({ line, k, row }))).sort((a, b) => a.line - b.line);
  const joined = (of: (group: RawGroup) => Float64Array) => Float64Array.from(place, ({ k, row }) => of(groups[k])[row]);
  const columns = groups[0].columns.map((first, c): RawColumn => {
    const all = groups.map((group) => group.columns[c]);
    return {
      name: withoutKey(first.name, groups[0].key),
      values: joined((group) => group.columns[c].values),
      cellUnit: all.find(({ cellUnit }) => cellUnit !== null)?.cellUnit ?? null,
      bad:
        all
          .map(({ bad }) => bad)
          .filter((bad) => bad !== null)
          .sort((a, b) => a.line - b.line)[0] ?? null,
      badCount: all.reduce((sum, { badCount }) => sum + badCount, 0),
    };
  });
  const times = new Map([...groups[0].times.keys()].map((own) => [own, joined((group) => group.times.get(own) as Float64Array)]));
  return [{ key: "", times, lines: joined(({ lines }) => lines), columns }];
}

/** Whether groups take turns; a device that follows another ends before it begins. */
function interleaved(groups: readonly RawGroup[]): boolean {
  const spans = groups.map(({ lines }) => [lines[0], lines[lines.length - 1]]).sort((a, b) => a[0] - b[0]);
  return spans.some(([from], k) => k > 0 && from < spans[k - 1][1]);
}

function withoutKey(name: string, key: string): string {
  return name.startsWith(key) ? name.slice(key.length).trim() || name : name;
}
