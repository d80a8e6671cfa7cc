import { CAUSES } from "../causes/causes";
import type { Contradiction, Diagnosis } from "../formats/diagnosisFile";
import type { ScopePlace } from "../plane/scopePlace";
import type { SiteFile } from "../site/siteSchema";
import type { Item } from "./items";
import type { Period, Weighed } from "./weighed";
import { EVIDENCE } from "./weights";

/** The usual reasons why two things that can't both be true were told. */
const LIKELY = { comesAndGoes: "intermittent", mended: "mended in between", label: "wrong label", clock: "wrong clock" } as const;

/** What the data say of a cause, against something that was seen or measured at the time. */
export function againstData(site: SiteFile, diagnosis: Diagnosis, one: Weighed, item: Item): Contradiction {
  const { from, to, scope } = one.told;
  const says = `The data show "${CAUSES[one.cause].title}" at ${scope} since ${from}${to === null ? "" : ` until ${to}`}`;
  const edges = [one.fromMs, one.toMs].filter((ms) => ms !== null);
  const atEdge = edges.some((ms) => Math.abs(item.atMs - ms) <= EVIDENCE.slackMs);
  return { scope: one.place.scope, between: [says, item.text], likely: reasons(site, diagnosis, item.place, atEdge) };
}

/** Something that was measured and that data of the same time would show, and don't. */
export function unseenByData(site: SiteFile, diagnosis: Diagnosis, one: Weighed, item: Item): Contradiction {
  const says = `The data show no "${CAUSES[one.cause].title}" at ${one.place.scope} at that time`;
  return { scope: one.place.scope, between: [says, item.text], likely: reasons(site, diagnosis, item.place, false) };
}

/** Things of one kind at one place that were sound and weren't, within the data's period. */
export function amongItems(site: SiteFile, diagnosis: Diagnosis, items: readonly Item[], period: Period | null): Contradiction[] {
  const within = ({ atMs }: Item) =>
    period === null || (atMs >= period.fromMs - EVIDENCE.slackMs && atMs <= period.toMs + EVIDENCE.slackMs);
  const groups = new Map<string, Item[]>();
  for (const item of items) {
    if (item.sound === null || !within(item)) continue;
    const key = `${item.kind} ${item.place.scope}`;
    groups.set(key, [...(groups.get(key) ?? []), item]);
  }
  return [...groups.values()].flatMap((group) => {
    const [bad, good] = [group.find(({ sound }) => !sound), group.findLast(({ sound }) => sound)];
    // What was sound and was found broken on a later day has simply broken.
    if (!bad || !good || good.atMs < bad.atMs - EVIDENCE.slackMs) return [];
    const between = [bad, good].sort((a, b) => a.atMs - b.atMs).map(({ text, at }) => `${text} (${at})`);
    return [{ scope: bad.place.scope, between, likely: reasons(site, diagnosis, bad.place, false) }];
  });
}

function reasons(site: SiteFile, { causes }: Diagnosis, place: ScopePlace, atEdge: boolean): string[] {
  const beside = site.strings.filter(({ inverter }) => place.inverters.has(inverter)).length > 1 || site.inverters.length > 1;
  const clock = atEdge || causes.some(({ cause }) => cause === "clock-error");
  return [LIKELY.comesAndGoes, LIKELY.mended, ...(beside ? [LIKELY.label] : []), ...(clock ? [LIKELY.clock] : [])];
}
