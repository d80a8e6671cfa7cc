import { median } from "simple-statistics";
import { DAY_MS, HOUR_MS, MINUTE_MS } from "../constants";
import { floats } from "../series/floats";
import type { Series } from "../series/grid";
import { dayName, indexDays } from "../series/localDay";
import type { SiteFile } from "../site/siteSchema";
import type { Applied } from "./applyMapping";
import { clearSkyChannels, clearSkyTwin } from "./sun/clearSky";
import { clearScale, dayLags } from "./sun/dayLags";
import { ClearSkies } from "./sun/reference";
import { standardZoneMinutes } from "./time/zoneClock";

/** One day of a file on the site's clock, beside what a clear sky would give there. */
export interface PreviewDay {
  /** "2025-06-14". */
  day: string;
  /** Minutes after midnight of each value. */
  minutes: number[];
  measured: (number | null)[];
  clear: (number | null)[];
}

/** What a person looks at before a file is taken in. */
export interface Preview {
  /** Channel by which the days are shown: one that follows the sun; null where there is none. */
  channel: string | null;
  /** The sunniest days, spread over the file, in order. */
  days: PreviewDay[];
  /** Every day that the file covers: its sum or mean of that channel, and how much of it is there. */
  daily: { day: string; value: number | null; share: number }[];
  /** How much later the stamps are than the sun on clear days, minutes, so read; null where no day tells. */
  offMinutes: number | null;
  clearDays: number;
  /** What the clear days give of the clear sky. */
  clearShare: number | null;
  from: string;
  to: string;
  stepMinutes: number;
  rows: number;
  channels: string[];
}

/** By so many days the clock is looked at again with each change: the proposal took more, and this has to be there at once. */
const LOOK_DAYS = 8;
/** So many days stand side by side. */
const MOST_DAYS = 6;

/** Channels that follow the sun, those that tell most first. */
function sunChannels(series: Series, site: SiteFile): string[] {
  const rank = (name: string) => (name.endsWith(".ac_w") ? 0 : /^poa\.|^ghi$/.test(name) ? 1 : name.endsWith(".dc_w") ? 2 : 3);
  return [...series.channels.keys()]
    .filter((name) => !name.endsWith(".kwh") && clearSkyTwin(name, site) !== null)
    .sort((a, b) => rank(a) - rank(b));
}

/** What is drawn of a file before it is taken in. @param wanted the channel that is looked at; absent, the one that tells most */
export function previewOf({ series, rows, there }: Applied, site: SiteFile, wanted?: string): Preview {
  const can = sunChannels(series, site);
  const channel = can.find((name) => name === wanted) ?? can[0] ?? null;
  const { grid } = series;
  const values = channel === null ? null : (series.channels.get(channel) as Float64Array);
  const index = indexDays(grid, site.location.timeZone);
  const daily = index.days.map((day, k) => {
    const [from, to] = [index.firsts[k], index.firsts[k + 1]];
    let [sum, count] = [0, 0];
    for (let i = from; i < to; i++) {
      if (values ? !Number.isNaN(values[i]) : there[i] === 1) count++;
      if (values && !Number.isNaN(values[i])) sum += values[i];
    }
    const whole = DAY_MS / grid.stepMs;
    return {
      day: dayName(day),
      value: count > 0 && values ? (sum * grid.stepMs) / HOUR_MS / 1000 : null,
      share: Math.min(1, count / whole),
    };
  });
  return {
    channel,
    days: channel === null ? [] : sunniest(daily).map((k) => dayOf(series, channel, site, index, k)),
    daily,
    ...sunSays(series, site, channel),
    from: new Date(grid.startMs).toISOString(),
    to: new Date(grid.startMs + grid.count * grid.stepMs).toISOString(),
    stepMinutes: grid.stepMs / MINUTE_MS,
    rows,
    channels: [...series.channels.keys()],
  };
}

/** What the sun says of the clock and the unit of a series. */
function sunSays(series: Series, site: SiteFile, channel: string | null): Pick<Preview, "offMinutes" | "clearDays" | "clearShare"> {
  const { grid } = series;
  const curve = channel === null ? null : new ClearSkies(site).curve(channel);
  if (channel === null || curve === null) return { offMinutes: null, clearDays: 0, clearShare: null };
  // Days begin at the site's midnight, so that none is cut in its light.
  const about = standardZoneMinutes(site.location.timeZone, grid.startMs);
  const wallMs = floats(grid.count, (i) => grid.startMs + i * grid.stepMs + about * MINUTE_MS);
  const lags = dayLags(wallMs, series.channels.get(channel) as Float64Array, grid.stepMs, curve, about, LOOK_DAYS);
  const scale = clearScale(lags);
  return {
    offMinutes: lags.length > 0 ? Math.round(median(lags.map(({ lagMinutes }) => lagMinutes - about))) : null,
    clearDays: lags.length,
    clearShare: Number.isNaN(scale) ? null : scale,
  };
}

/** Places of the sunniest whole days, one of each part of the file. */
function sunniest(daily: Preview["daily"]): number[] {
  const size = Math.max(1, daily.length / MOST_DAYS);
  const out: number[] = [];
  for (let from = 0; from < daily.length; from += size) {
    const part = daily
      .slice(Math.floor(from), Math.floor(from + size))
      .map((entry, k) => ({ k: Math.floor(from) + k, value: (entry.value ?? -1) * (entry.share > 0.4 ? 1 : 0.1) }));
    const best = part.reduce((a, b) => (b.value > a.value ? b : a), { k: -1, value: 0 });
    if (best.k >= 0) out.push(best.k);
  }
  return out.slice(0, MOST_DAYS);
}

function dayOf(series: Series, channel: string, site: SiteFile, index: ReturnType<typeof indexDays>, k: number): PreviewDay {
  const { grid } = series;
  const [from, to] = [index.firsts[k], index.firsts[k + 1]];
  const part = { startMs: grid.startMs + from * grid.stepMs, stepMs: grid.stepMs, count: to - from };
  const clear = clearSkyChannels(site, part).get(clearSkyTwin(channel, site) as string);
  const values = (series.channels.get(channel) as Float64Array).subarray(from, to);
  // A current or a module's energy is of the same course as its string's power, but of another size.
  const scale = channel.endsWith(".dc_a") || channel.endsWith(".wh") ? ratioOf(values, clear) : 1;
  const told = (value: number | undefined) => (value === undefined || Number.isNaN(value) ? null : Math.round(value * 100) / 100);
  return {
    day: dayName(index.days[k]),
    minutes: Array.from({ length: part.count }, (_, i) => index.minuteOfDay[from + i]),
    measured: Array.from(values, told),
    clear: Array.from({ length: part.count }, (_, i) => told(clear && clear[i] * scale)),
  };
}

function ratioOf(values: Float64Array, clear: Float64Array | undefined): number {
  const most = (of: Float64Array | undefined) => (of ? of.reduce((high, value) => Math.max(value, high), 0) : 0);
  return most(clear) > 0 ? most(values) / most(clear) : 1;
}
