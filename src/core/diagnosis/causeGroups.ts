import type { LedgerEntry } from "./ledger";
import { byMending } from "./mendingOrder";

/** Everything that is told of one cause at one place: what stands, and when it was there before. */
export interface CauseGroup extends LedgerEntry {
  /** As an address has it. */
  key: string;
  /** Single stretches, the first first. */
  spells: readonly LedgerEntry[];
}

export const keyOf = ({ cause, scope }: Pick<LedgerEntry, "cause" | "scope">) => `${cause}@${scope}`;

/** One entry a cause and place, with its spells inside: sums of them, from the first to the last, told by the one that stands or is surest. */
export function causeGroups(ledger: readonly LedgerEntry[]): CauseGroup[] {
  const groups = new Map<string, LedgerEntry[]>();
  for (const entry of ledger) groups.set(keyOf(entry), [...(groups.get(keyOf(entry)) ?? []), entry]);
  return [...groups].map(([key, entries]): CauseGroup => {
    const spells = [...entries].sort((a, b) => ((a.since ?? "") < (b.since ?? "") ? -1 : 1));
    const told = entries.find(({ stands }) => stands) ?? entries.reduce((most, one) => (one.confidence > most.confidence ? one : most));
    const sum = (of: (entry: LedgerEntry) => number) => entries.reduce((total, entry) => total + of(entry), 0);
    const since = spells.map((one) => one.since).find((one) => one !== null) ?? null;
    const until = entries.some((one) => one.until === null)
      ? null
      : (entries
          .map((one) => one.until)
          .sort()
          .at(-1) ?? null);
    return { ...told, key, spells, since, until, lossKwh: sum(({ lossKwh }) => lossKwh), regainKwh: sum(({ regainKwh }) => regainKwh) };
  });
}

/** What stands in the order of what is to be done, and what is over. */
export function standingAndOver(groups: readonly CauseGroup[]): { standing: CauseGroup[]; over: CauseGroup[] } {
  const denied = ({ overruled }: CauseGroup) => Number(overruled?.holds === "no");
  return {
    standing: groups.filter(({ stands }) => stands).sort((a, b) => denied(a) - denied(b) || byMending(a, b)),
    over: groups.filter(({ stands }) => !stands).sort((a, b) => b.lossKwh - a.lossKwh),
  };
}
