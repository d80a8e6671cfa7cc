import { ownUnit } from "@/core/intake/columns/columns";
import { CLEAR_SHARE } from "@/core/intake/sun/dayLags";
import { CONTRADICTED_MINUTES } from "@/core/intake/time/tellZone";
import type { IntakePreview, IntakeTable, Overlap } from "@/server/work/intakeTypes";
import { amount, dayText } from "../marks/words";

type Shown = Extract<IntakePreview, { ok: true }>;

/** What the table is, in one line. */
export function tableWords(table: IntakeTable, shown: Shown | null): string {
  const files = table.files.length === 1 ? table.files[0] : `${table.files[0]} and ${table.files.length - 1} more`;
  if (!shown) return `${files}: ${amount(table.rows, 0)} rows`;
  const { preview } = shown;
  const [from, to] = [preview.daily[0]?.day, preview.daily.at(-1)?.day];
  const days = from && to ? (from === to ? `, ${dayText(from)}` : `, ${dayText(from)} to ${dayText(to)}`) : "";
  return `${files}: ${amount(preview.rows, 0)} rows of ${preview.stepMinutes} min${days}`;
}

/** Whether the sun says that the clock is wrong. */
export function contradicted(shown: Shown | null): boolean {
  const off = shown?.preview.offMinutes ?? null;
  return off !== null && Math.abs(off) > CONTRADICTED_MINUTES;
}

/** How the table stands against the sky, in one sentence. */
export function standingWords(shown: Shown): string {
  const { offMinutes, clearDays, clearShare, channel } = shown.preview;
  if (channel === null) return "Nothing in this table follows the sun: look at the columns yourself.";
  if (offMinutes === null) return "No day is clear enough to tell the clock by: look at the curves yourself.";
  const days = `${clearDays} clear ${clearDays === 1 ? "day" : "days"}`;
  if (contradicted(shown))
    return `The sun contradicts this clock: on ${days} it lies ${Math.abs(offMinutes)} minutes ${offMinutes > 0 ? "before" : "after"} the stamps.`;
  if (clearShare !== null && (clearShare > CLEAR_SHARE.most || clearShare < CLEAR_SHARE.least))
    return `The clock is right, but the best days give ${clearShare.toPrecision(2)} times the clear sky: is the unit right?`;
  return `It lies on the clear sky: ${days} follow it, ${Math.abs(offMinutes)} min beside the clock.`;
}

/** How many columns go nowhere, in words. */
export function leftOutWords(table: IntakeTable, taken: number): string {
  const left = table.columns.length - taken;
  const of = `${taken} of ${table.columns.length} ${table.columns.length === 1 ? "column" : "columns"} taken`;
  return left === 0 ? of : `${of}; ${left} left out, each named below`;
}

/** Days that differ from what the site has, in one sentence; null where none does. */
export function overlapWords(overlaps: readonly Overlap[]): string | null {
  const differing = overlaps.filter((overlap) => overlap.differing > 0);
  if (differing.length === 0) return null;
  const worst = differing.reduce((a, b) => (b.differing > a.differing ? b : a));
  const others = differing.length > 1 ? `, and ${differing.length - 1} more` : "";
  return `The site has other values on ${worst.differing} of ${worst.days} days that both have (${worst.channel}${others}; first on ${worst.firstDiffering ? dayText(worst.firstDiffering) : "?"}, up to ${amount(worst.most, 1)} ${ownUnit(worst.channel).unit.name} apart).`;
}

/** Fixed zones that are offered beside the site's own. */
export function zoneChoices(siteZone: string, chosen: string): string[] {
  const hours = Array.from({ length: 27 }, (_, k) => k - 12).filter((hour) => hour !== 0);
  const fixed = hours.map((hour) => `UTC${hour < 0 ? "-" : "+"}${String(Math.abs(hour)).padStart(2, "0")}:00`);
  return [...new Set([siteZone, "UTC", chosen, ...fixed])];
}
