import { mean, median } from "simple-statistics";
import { HOUR_MS, MINUTE_MS } from "../../constants";
import { type DayLag, LAGS } from "../sun/dayLags";
import { standardZoneMinutes, ZoneClock } from "./zoneClock";
import { fixedZone } from "./zoneText";

/** Whether a stamp is the beginning of its interval or its end. */
export type StampsAt = "start" | "end";

/** What a file's clock is taken for, and why. */
export interface ToldZone {
  zone: string;
  stamps: StampsAt;
  /** Why, in words, the strongest reason first. */
  reasons: string[];
  /** How far the sun is off from it, minutes later than the sun; NaN where no day tells. */
  offMinutes: number;
  /** Days by which the sun told. */
  days: number;
}

/** Minutes by which a choice has to fit the sun better than the usual one, each with its argument. */
const PRICE = {
  /** The site's clock is the usual one. A model's azimuth that is 3° wrong looks like 12 minutes, but zones are whole hours apart. */
  otherZone: 12,
  /** Any half hour that is nobody's zone here. A clock that is wrong by an hour is a fault of the site, which the diagnosis tells; servers stand further off. */
  anyZone: 75,
  /** Start and end lie one interval apart. Clear days stray by some 3 minutes (fifty sites, right clocks): a quarter of an hour can be told, five minutes can't. */
  end: 6,
  endShare: 0.4,
  /** What a heading or the lines over a table say is meant. */
  against: 25,
} as const;

/** An hour that stands twice, or is left out, is no accident. Rows in the hour that is left out may be there to fill the day. */
const CHANGE_PRICE = { changing: 240, fixed: 20 } as const;

/** Further off than this, the sun contradicts every choice. */
export const CONTRADICTED_MINUTES = 25;

/** What is known of a file's clock besides the sun. */
export interface ClockSigns {
  siteZone: string;
  /** A zone that the file names. */
  named: string | null;
  stepMs: number;
  /** Times as shown, in order of the file's rows (so that an hour that comes twice stays twice). */
  wallMs: Float64Array;
  /** Whether headings say that the stamps are ends; or that they are starts. */
  saysStamps: StampsAt | null;
}

/**
 * Tells the zone of a file without offsets, and whether its stamps are starts or ends: by what it names, by the rows about the change of
 * clocks, by the hours at which it begins and ends, and by the sun.
 */
export function tellZone(signs: ClockSigns, lags: readonly DayLag[]): ToldZone {
  const { siteZone, named, wallMs, stepMs } = signs;
  const aboutMs = wallMs[0] ?? 0;
  const standard = fixedZone(standardZoneMinutes(siteZone, aboutMs));
  const usual = [...new Set([...(named ? [named] : []), siteZone, standard, "UTC"])];
  const zones = [...usual.map((zone) => ({ zone, price: priceOf(zone, signs) })), ...otherZones(usual, lags)];
  const sure = lags.filter(({ agreement }) => agreement >= LAGS.closeAgreement).length >= LAGS.leastClose;
  const changes = changeSigns(signs);
  const structure = structureOf(wallMs, stepMs);
  const choices = zones.flatMap(({ zone, price }) =>
    (["start", "end"] as const).map((stamps) => {
      const { off, scatter } = offOf(zone, stamps, stepMs, lags);
      let cost = price + scatter + (Number.isNaN(off) ? 0 : Math.abs(off));
      if (changes && (zone === signs.siteZone) !== (changes.zone === "changing")) cost += CHANGE_PRICE[changes.zone];
      cost += stampPrice(stamps, signs, structure, sure ? off : Number.NaN);
      return { zone, stamps, off, cost };
    }),
  );
  const best = choices.reduce((a, b) => (b.cost < a.cost - 1e-9 ? b : a));
  return {
    zone: best.zone,
    stamps: best.stamps,
    offMinutes: best.off,
    days: lags.length,
    reasons: reasonsFor(best, signs, lags, changes, structure),
  };
}

function priceOf(zone: string, { named, siteZone }: ClockSigns): number {
  if (named) return zone === named ? 0 : PRICE.against;
  return zone === siteZone ? 0 : PRICE.otherZone;
}

/** The half hour that the sun itself says, where that is nobody's usual zone. */
function otherZones(usual: readonly string[], lags: readonly DayLag[]): { zone: string; price: number }[] {
  if (lags.length === 0) return [];
  const half = Math.round(median(lags.map(({ lagMinutes }) => lagMinutes)) / 30) * 30;
  const zone = fixedZone(half);
  return usual.includes(zone) || Math.abs(half) > 14 * 60 ? [] : [{ zone, price: PRICE.anyZone }];
}

/** How much later the stamps are than the sun if they are of this zone, minutes, in the middle of the days and how they scatter about it. */
export function offOf(zone: string, stamps: StampsAt, stepMs: number, lags: readonly DayLag[]): { off: number; scatter: number } {
  if (lags.length === 0) return { off: Number.NaN, scatter: 0 };
  const clock = new ZoneClock(zone);
  const shift = stamps === "end" ? stepMs / MINUTE_MS : 0;
  const each = lags.map(
    ({ wallMs, lagMinutes }) => lagMinutes - clock.offsetMs(wallMs + 12 * HOUR_MS - lagMinutes * MINUTE_MS) / MINUTE_MS - shift,
  );
  const off = median(each);
  // A clock that isn't changed with the year leaves two heaps, and its middle means nothing.
  return { off, scatter: mean(each.map((minutes) => Math.abs(minutes - off))) };
}

interface ChangeSigns {
  zone: "changing" | "fixed";
  text: string;
}

/** What the rows about the change of clocks say: an hour left out or shown twice is a changing clock, one that runs on is a fixed one. */
function changeSigns({ siteZone, wallMs, stepMs }: ClockSigns): ChangeSigns | null {
  const { skipped, doubled } = new ZoneClock(siteZone).instants(wallMs);
  if (doubled > 0) return { zone: "changing", text: "the hour at the end of summer time comes twice" };
  if (skipped > 0) return { zone: "fixed", text: "the hour that summer time leaves out is there" };
  const clock = new ZoneClock(siteZone);
  for (let i = 1; i < wallMs.length; i++) {
    const gap = wallMs[i] - wallMs[i - 1];
    if (gap !== stepMs + HOUR_MS) continue;
    const middle = wallMs[i - 1] + stepMs;
    if (clock.instantsOf(middle).length === 0 && clock.instantsOf(wallMs[i]).length === 1)
      return { zone: "changing", text: "the hour that summer time leaves out isn't there" };
  }
  return null;
}

/** Whether the hours at which a file begins and ends speak for stamps at the ends of intervals: from 00:15 to 24:00. */
function structureOf(wallMs: Float64Array, stepMs: number): StampsAt | null {
  if (wallMs.length < 2) return null;
  const ofDay = (ms: number) => ((ms % (24 * HOUR_MS)) + 24 * HOUR_MS) % (24 * HOUR_MS);
  const [first, last] = [ofDay(wallMs[0]), ofDay(wallMs[wallMs.length - 1])];
  if (first === stepMs && last === 0) return "end";
  return first === 0 && last === 24 * HOUR_MS - stepMs ? "start" : null;
}

function stampPrice(stamps: StampsAt, { saysStamps, stepMs }: ClockSigns, structure: StampsAt | null, off: number): number {
  const said = saysStamps ?? structure;
  const step = stepMs / MINUTE_MS;
  if (said === "end") return stamps === "end" ? 0 : PRICE.end + step;
  if (said === "start") return stamps === "start" ? 0 : PRICE.end + step;
  // Ends explain what the sun of clear days is off by, or they explain nothing.
  return stamps === "start" ? 0 : Math.min(PRICE.end, PRICE.endShare * step) + (Math.abs(off) <= Math.max(PRICE.end, step / 3) ? 0 : step);
}

function reasonsFor(
  best: { zone: string; stamps: StampsAt; off: number },
  signs: ClockSigns,
  lags: readonly DayLag[],
  changes: ChangeSigns | null,
  structure: StampsAt | null,
): string[] {
  const out: string[] = [];
  if (signs.named === best.zone) out.push("the file names it");
  if (changes?.zone === (best.zone === signs.siteZone ? "changing" : "fixed")) out.push(changes.text);
  if (lags.length > 0)
    out.push(`the sun of ${lags.length} clear ${lags.length === 1 ? "day" : "days"} lies ${Math.round(Math.abs(best.off))} min from it`);
  else if (out.length === 0) out.push("it is the site's own; no clear day tells");
  if (best.stamps === "end")
    out.push(
      signs.saysStamps === "end"
        ? "the heading says that stamps are ends"
        : structure === "end"
          ? "the first stamp is one interval after midnight and the last at midnight"
          : "the sun lies one interval before the stamps",
    );
  return out;
}
