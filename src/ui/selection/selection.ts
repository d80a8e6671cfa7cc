import { CAUSES, type CauseId } from "@/core/causes/causes";

/** What a person has picked out of a case: it is marked in every picture, table and ledger, and stands in the address. */
export interface Selection {
  /** First and last calendar day of a period. */
  period: { from: string; to: string } | null;
  /** One calendar day. */
  day: string | null;
  /** An inverter, a string or a module, as a scope. */
  part: string | null;
  /** A cause at its place. */
  cause: { cause: CauseId; scope: string } | null;
}

export const NOTHING_SELECTED: Selection = { period: null, day: null, part: null, cause: null };

/** What ids of a site may look like, with a module's place behind a dot. */
const SCOPE = /^[\w.-]{1,120}$/;
const DAY = /^\d{4}-\d{2}-\d{2}$/;
const isDay = (text: string | null | undefined): text is string =>
  typeof text === "string" && DAY.test(text) && !Number.isNaN(Date.parse(`${text}T00:00:00Z`));
const isScope = (text: string | null | undefined): text is string => typeof text === "string" && SCOPE.test(text);

/** Reads what an address says is picked; what it can't mean counts as nothing. */
export function readSelection(params: Pick<URLSearchParams, "get">): Selection {
  const [from, to] = params.get("period")?.split("..") ?? [];
  const [cause, ...scope] = params.get("cause")?.split("@") ?? [];
  const at = scope.join("@");
  const day = params.get("day");
  const part = params.get("part");
  return {
    period: isDay(from) && isDay(to) && from <= to ? { from, to } : null,
    day: isDay(day) ? day : null,
    part: isScope(part) ? part : null,
    cause: Object.hasOwn(CAUSES, cause ?? "") && isScope(at) ? { cause: cause as CauseId, scope: at } : null,
  };
}

/** What is picked as the query of an address, with its question mark; empty where nothing is. */
export function selectionQuery({ period, day, part, cause }: Selection, others: Readonly<Record<string, string>> = {}): string {
  const pairs: [string, string | null][] = [
    ...Object.entries(others),
    ["period", period && `${period.from}..${period.to}`],
    ["day", day],
    ["part", part],
    ["cause", cause && `${cause.cause}@${cause.scope}`],
  ];
  // Of these characters none has a meaning in a query: an address stays readable.
  const said = pairs.flatMap(([name, value]) => (value === null ? [] : [`${name}=${encodeURIComponent(value).replaceAll("%40", "@")}`]));
  return said.length > 0 ? `?${said.join("&")}` : "";
}

/** Whether a part is picked, or lies in what is: module `s2.07` in string `s2`. */
export function isPicked(part: string | null, scope: string): boolean {
  return part !== null && (scope === part || scope.startsWith(`${part}.`));
}
