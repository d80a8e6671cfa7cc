import { CAUSES, type CauseId } from "@/core/causes/causes";
import { DAY_MS } from "@/core/constants";
import type { TriageRow } from "@/server/triage";
import { darkMonth } from "../marks/lightWords";
import { amount, instantDay, lastDay, money } from "../marks/words";

/** The parts of the sheet, in their order. */
export const BANDS = ["danger", "losing", "unknown", "sound"] as const;
export type Band = (typeof BANDS)[number];

/** What each part is called. */
export const BAND_WORDS: Record<Band, string> = {
  danger: "Danger now",
  losing: "Losing, or to be looked at",
  unknown: "Not compared",
  sound: "Nothing wrong",
};

/** The part of the sheet that a site belongs to. */
export function bandOf({ severity, problem, standing }: Pick<TriageRow, "severity" | "problem" | "standing">): Band {
  if (severity === "stop") return "danger";
  if (problem) return "unknown";
  return standing.length > 0 || severity === "fix" || severity === "watch" ? "losing" : "sound";
}

/** Danger first; else what is wrong and since when, in one line; of a sound site that nothing is, and whether the month was dark. */
export function whatText(row: Pick<TriageRow, "danger" | "problem" | "standing" | "light" | "severity" | "timeZone" | "traits">): string {
  if (row.danger) return row.danger;
  if (row.problem) return row.problem;
  const [worst, ...others] = row.standing;
  if (!worst) return soundText(row);
  const more = others.length > 0 ? ` +${others.length}` : "";
  const built = worst.cause === "snow" && row.traits.length > 0 ? `. ${builtText(row)}` : "";
  return `${titleText(worst)} ${whenText(worst, row.timeZone)}${more}${built}`;
}

const builtText = ({ traits }: Pick<TriageRow, "traits">) =>
  `Built so: ${traits.map((one) => `${titleText(one).replace(/,$/, "")} (${Math.round(100 * one.share)} %)`).join("; ")}`;

/** A cause with its place, which goes without saying where it is the whole site. */
function titleText({ cause, scope, place }: { cause: CauseId; scope: string; place: string }): string {
  return scope === "site" ? CAUSES[cause].title : `${CAUSES[cause].title}, ${place},`;
}

function soundText({ light, severity, traits }: Pick<TriageRow, "light" | "severity" | "traits">): string {
  if (severity === "fix" || severity === "watch" || severity === "stop") return "Found on site; the data show nothing wrong";
  const dark = darkMonth(light);
  if (dark) return `Nothing wrong, ${dark}`;
  if (traits.length > 0) return `Nothing wrong. ${builtText({ traits })}`;
  return "Nothing wrong: makes what it should";
}

/** Since when a cause stands, or from when to when it did; of snow, which comes and goes, when it last lay. */
function whenText({ cause, from, to }: { cause: CauseId; from: string; to: string | null }, timeZone: string): string {
  if (cause === "snow") return to ? `until ${lastDay(to, timeZone)}` : "at the end of the data";
  return to ? `${instantDay(from, timeZone)} to ${lastDay(to, timeZone)}` : `since ${instantDay(from, timeZone)}`;
}

/** All causes that stand, for a list. */
export function standingTexts({ standing, timeZone }: Pick<TriageRow, "standing" | "timeZone">): string[] {
  return standing.map((one) => `${titleText(one)} ${whenText(one, timeZone)}`);
}

/** Loss a day with how well it is known: in money, or in energy where there is no tariff. */
export function lossText({ lossKwhPerDay, moneyPerDay, bandPerDay, currency }: TriageRow): { value: string; band: string } | null {
  if (lossKwhPerDay === null) return null;
  const inMoney = moneyPerDay !== null && currency !== null;
  const text = (value: number) => (inMoney ? money(value, currency) : `${amount(value)} kWh`);
  return { value: text(inMoney ? moneyPerDay : lossKwhPerDay), band: bandPerDay === null ? "" : `± ${text(bandPerDay)}` };
}

/** Data that end longer ago are said to be old: what stands now isn't known from them. */
const STALE_DAYS = 7;

/** How old a site's data are. @param today as an instant */
export function ageText(asOf: string | null, today: string): { words: string; stale: boolean } {
  if (!asOf) return { words: "no data", stale: true };
  const days = Math.max(0, Math.floor((Date.parse(today) - Date.parse(`${asOf.slice(0, 10)}T00:00:00Z`)) / DAY_MS) - 1);
  const stale = days > STALE_DAYS;
  if (days <= 1) return { words: "up to date", stale };
  if (days < 60) return { words: `${days} days old`, stale };
  return { words: `${Math.round(days / 30.4)} months old`, stale };
}
