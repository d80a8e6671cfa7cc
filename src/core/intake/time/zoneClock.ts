import { DAY_MS, MINUTE_MS } from "../../constants";
import { zoneOffsetMinutes } from "../../series/localDay";
import { fixedMinutes } from "./zoneText";

/** What was met while a clock's times were made instants. */
export interface ClockChanges {
  /** Times that the clock of the zone never showed: the hour that is left out in spring. */
  skipped: number;
  /** Times of the hour that comes twice in autumn that were shown twice, and that were shown once. */
  doubled: number;
  single: number;
}

/** Offsets at the beginnings of UTC days, by zone: looking one up takes the time of a thousand rows. */
const dayOffsets = new Map<string, Map<number, number>>();
const WEEK_DAYS = 7;

function lookedUpMs(zone: string, day: number): number {
  const known = dayOffsets.get(zone) ?? new Map<number, number>();
  dayOffsets.set(zone, known);
  const ms = known.get(day) ?? zoneOffsetMinutes(zone, day * DAY_MS) * MINUTE_MS;
  known.set(day, ms);
  return ms;
}

/** A clock that shows the same offset at both ends of a week wasn't changed in it. */
function dayOffsetMs(zone: string, day: number): number {
  const week = Math.floor(day / WEEK_DAYS) * WEEK_DAYS;
  const [begin, end] = [lookedUpMs(zone, week), lookedUpMs(zone, week + WEEK_DAYS)];
  return begin === end ? begin : lookedUpMs(zone, day);
}

/** A zone's clock, read backwards: which instants a time on it can mean. */
export class ZoneClock {
  private readonly fixedMs: number | null;
  private day = Number.NaN;
  private offsetsMs: number[] = [];
  /** When the clock is changed about the day that was last asked for, where it is. */
  private changeMs = Number.NaN;

  /** @param zone IANA name, or as `fixedZone` writes it */
  constructor(readonly zone: string) {
    const minutes = fixedMinutes(zone);
    this.fixedMs = minutes === null ? null : minutes * MINUTE_MS;
  }

  /** How far ahead of UTC it is at an instant, ms. */
  offsetMs(utcMs: number): number {
    return this.fixedMs ?? zoneOffsetMinutes(this.zone, utcMs) * MINUTE_MS;
  }

  /** Instants that a time on the clock can mean, in order: one, two in the hour that comes twice, none in the one left out. */
  instantsOf(wallMs: number): number[] {
    const only = this.onlyOffsetMs(wallMs);
    if (!Number.isNaN(only)) return [wallMs - only];
    const offsetAt = (utcMs: number) => (utcMs < this.changeMs ? this.offsetsMs[0] : this.offsetsMs[this.offsetsMs.length - 1]);
    return this.offsetsMs
      .map((offset) => wallMs - offset)
      .filter((at) => at + offsetAt(at) === wallMs)
      .sort((a, b) => a - b);
  }

  /** The offset of a time's day, where the clock isn't changed about it; else NaN. Of most of a million rows nothing else is asked. */
  private onlyOffsetMs(wallMs: number): number {
    if (this.fixedMs !== null) return this.fixedMs;
    const day = Math.floor(wallMs / DAY_MS);
    if (day !== this.day) {
      this.day = day;
      this.offsetsMs = [...new Set([-1, 1, 2].map((by) => dayOffsetMs(this.zone, day + by)))];
      if (this.offsetsMs.length > 1) this.changeMs = this.changeBetween(day - 1, day + 2);
    }
    return this.offsetsMs.length === 1 ? this.offsetsMs[0] : Number.NaN;
  }

  /** The instant between two days at which the clock is changed, to the minute. */
  private changeBetween(fromDay: number, toDay: number): number {
    let [from, to] = [(fromDay * DAY_MS) / MINUTE_MS, (toDay * DAY_MS) / MINUTE_MS];
    const before = this.offsetMs(from * MINUTE_MS);
    while (to - from > 1) {
      const middle = Math.floor((from + to) / 2);
      if (this.offsetMs(middle * MINUTE_MS) === before) from = middle;
      else to = middle;
    }
    return to * MINUTE_MS;
  }

  /**
   * Instants of the times that a clock showed; NaN for those that it can't have shown. Of an hour that comes twice the second is meant where a time comes again, or where times went back.
   * @param wallMs as the clock showed, in order, but for the hour that comes twice: that may stand twice in a row, or mixed
   */
  instants(wallMs: Float64Array): { utcMs: Float64Array } & ClockChanges {
    const utcMs = new Float64Array(wallMs.length);
    let [skipped, doubled, overlapping] = [0, 0, 0];
    const seen = new Set<number>();
    let again = false;
    for (let i = 0; i < wallMs.length; i++) {
      const only = this.onlyOffsetMs(wallMs[i]);
      if (!Number.isNaN(only)) {
        again = false;
        utcMs[i] = wallMs[i] - only;
        continue;
      }
      const can = this.instantsOf(wallMs[i]);
      if (can.length === 0) {
        skipped++;
        utcMs[i] = Number.NaN;
      } else if (can.length === 1) {
        again = false;
        utcMs[i] = can[0];
      } else {
        overlapping++;
        if (wallMs[i] < wallMs[i - 1]) again = true;
        const second = again || seen.has(wallMs[i]);
        if (second) doubled++;
        seen.add(wallMs[i]);
        utcMs[i] = can[second ? 1 : 0];
      }
    }
    return { utcMs, skipped, doubled, single: overlapping - 2 * doubled };
  }
}

/** The zone's winter time, as a fixed zone; the zone's own offset where it has no summer time. @param aboutMs an instant in the year that is meant */
export function standardZoneMinutes(zone: string, aboutMs: number): number {
  const fixed = fixedMinutes(zone);
  if (fixed !== null) return fixed;
  const year = new Date(aboutMs).getUTCFullYear();
  return Math.min(zoneOffsetMinutes(zone, Date.UTC(year, 0, 1)), zoneOffsetMinutes(zone, Date.UTC(year, 6, 1)));
}
