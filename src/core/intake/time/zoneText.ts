import { isTimeZone } from "../../site/names";

/**
 * Minutes ahead of UTC that a short name of a zone means: those that are unambiguous in the places where they are used. "BST", "IST" and
 * "CST" mean several and are left out.
 */
const SHORT: Record<string, number> = {
  z: 0,
  utc: 0,
  gmt: 0,
  ut: 0,
  wet: 0,
  west: 60,
  cet: 60,
  mez: 60,
  met: 60,
  cest: 120,
  mesz: 120,
  mest: 120,
  eet: 120,
  eest: 180,
  est: -300,
  edt: -240,
  cdt: -300,
  mst: -420,
  mdt: -360,
  pst: -480,
  pdt: -420,
};

const OFFSET = /^(?:(?:utc|gmt)\s*([+\-\u2212\u2013±])\s*|([+\-\u2212\u2013±]))(\d{1,2})(?::?(\d{2}))?$/i;
/** No clock on Earth is further from UTC. */
const MOST_MINUTES = 14 * 60;

/** Minutes ahead of UTC that a text like "+01:00", "Z", "UTC+1" or "CEST" means; null where it means none. */
export function offsetOf(text: string): number | null {
  const trimmed = text.trim().replace(/^\((.*)\)$/, "$1");
  const short = SHORT[trimmed.toLowerCase()];
  if (short !== undefined) return short;
  const match = OFFSET.exec(trimmed);
  if (!match) return null;
  const minutes = Number(match[3]) * 60 + Number(match[4] ?? 0);
  if (minutes > MOST_MINUTES || Number(match[4] ?? 0) > 59) return null;
  const sign = match[1] ?? match[2];
  return sign === "+" || sign === "±" ? minutes : -minutes;
}

/** A fixed offset as a zone is written here: "UTC", "UTC+01:00". */
export function fixedZone(minutes: number): string {
  if (minutes === 0) return "UTC";
  const size = Math.abs(minutes);
  return `UTC${minutes < 0 ? "-" : "+"}${String(Math.floor(size / 60)).padStart(2, "0")}:${String(size % 60).padStart(2, "0")}`;
}

/** Minutes of a zone written by `fixedZone`; null for one with a name. */
export function fixedMinutes(zone: string): number | null {
  return /^UTC(?:[+-]\d{2}:\d{2})?$/.test(zone) ? offsetOf(zone) : null;
}

const HINT = /\b(?:(?:utc|gmt)\s*(?:[+\-\u2212\u2013±]\s*\d{1,2}(?::?\d{2})?)?|cet|cest|mez|mesz|wet|eet|eest)\b/i;
const REGION = /\b(?:Europe|America|Asia|Africa|Australia|Atlantic|Pacific|Indian)\/[A-Za-z_]+(?:\/[A-Za-z_]+)?/;

/**
 * The zone that a heading or a line before a table names: "Time (UTC)", "Zeit [MEZ]", "Time zone: Europe/Vienna".
 * A summer time alone says that the clock is changed, so that it is no fixed zone; it is left to the rows.
 */
export function zoneHint(heading: string): string | null {
  const region = REGION.exec(heading);
  if (region && isTimeZone(region[0])) return region[0];
  const text = heading.replaceAll("_", " ");
  const match = HINT.exec(text);
  if (!match || /^(?:cest|mesz|eest)$/i.test(match[0])) return null;
  // "MEZ/MESZ" is the changing clock.
  if (/(?:cet|mez)\s*[/,&]\s*(?:cest|mesz)/i.test(text)) return null;
  const minutes = offsetOf(match[0].replace(/\s+/g, ""));
  return minutes === null ? null : fixedZone(minutes);
}
