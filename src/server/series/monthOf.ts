import { Op } from "sequelize";
import { z } from "zod";
import { DAY_MS, HOUR_MS } from "@/core/constants";
import { channelKind } from "@/core/series/resample";
import { ChannelRecord, DaySumRecord } from "@/db/models/series";
import { type Actor, allow } from "../actor";
import { readOnce } from "../readCache";
import { requireSite } from "../sites/asBuilt";

/** A month as it stands in an address: "2026-03". */
export const monthSchema = z.string().regex(/^\d{4}-(0[1-9]|1[0-2])$/, "a month like 2026-03");

/** A channel in one month, from what its days add up to. */
export interface ChannelMonth {
  kind: "production" | "weather";
  name: string;
  /** Of each day of the month, the share of its intervals that have a value, 0 to 1. */
  shares: number[];
  /** Over the month: energy in kWh of a power, what a sum or a counter grew by, the mean of all else; null without a value. */
  total: number | null;
  /** What `total` is. */
  told: "energy" | "sum" | "growth" | "mean";
  least: number | null;
  most: number | null;
}

export interface MonthView {
  /** "2026-03". */
  month: string;
  /** The first and last month that hold anything; null where nothing is stored. */
  months: { first: string; last: string } | null;
  channels: ChannelMonth[];
}

/**
 * A month of what is stored of a site, by days of universal time, out of the days' sums: no value is read.
 * @param month "2026-03"; null for the last one that holds anything
 * @throws NotFoundError where there is no such site
 */
export async function monthOf(actor: Actor, siteId: string, month: string | null): Promise<MonthView> {
  allow(actor, "read");
  await requireSite(actor, siteId);
  return readOnce(`month ${siteId} ${month}`, async () => {
    const channels = await ChannelRecord.findAll({
      where: { siteId },
      order: [
        ["kind", "ASC"],
        ["id", "ASC"],
      ],
      raw: true,
    });
    const ids = channels.map(({ id }) => id);
    const [first, last] = await Promise.all([
      DaySumRecord.min<number, DaySumRecord>("day", { where: { channelId: ids } }),
      DaySumRecord.max<number, DaySumRecord>("day", { where: { channelId: ids } }),
    ]);
    const months = typeof first === "number" && typeof last === "number" ? { first: monthOfDay(first), last: monthOfDay(last) } : null;
    const shown = month ?? months?.last ?? monthOfDay(Math.floor(Date.now() / DAY_MS));
    const [from, to] = daysOfMonth(shown);
    const sums = await DaySumRecord.findAll({ where: { channelId: ids, day: { [Op.between]: [from, to - 1] } }, raw: true });
    const byChannel = new Map<number, DaySumRecord[]>(ids.map((id) => [id, []]));
    for (const one of sums) byChannel.get(one.channelId)?.push(one);
    return {
      month: shown,
      months,
      channels: channels.map(({ id, kind, name }) => channelMonth({ kind, name }, byChannel.get(id) ?? [], from, to)),
    };
  });
}

function channelMonth({ kind, name }: Pick<ChannelMonth, "kind" | "name">, days: DaySumRecord[], from: number, to: number): ChannelMonth {
  const shares = new Array<number>(to - from).fill(0);
  let [count, sum, hours] = [0, 0, 0];
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const one of days) {
    shares[one.day - from] = Math.min(1, (one.count * one.stepMs) / DAY_MS);
    count += one.count;
    sum += one.sum;
    hours += (one.sum * one.stepMs) / HOUR_MS;
    least = Math.min(least, one.least);
    most = Math.max(most, one.most);
  }
  const told = toldOf(name);
  const totals = { energy: hours / 1000, sum, growth: most - least, mean: sum / count };
  return {
    kind,
    name,
    shares,
    told,
    total: count > 0 ? totals[told] : null,
    least: count > 0 ? least : null,
    most: count > 0 ? most : null,
  };
}

/** What a month of a channel is told by. */
function toldOf(name: string): ChannelMonth["told"] {
  const kind = channelKind(name);
  if (kind === "counter") return "growth";
  if (kind === "sum") return "sum";
  return name.endsWith("_w") ? "energy" : "mean";
}

function monthOfDay(day: number): string {
  return new Date(day * DAY_MS).toISOString().slice(0, 7);
}

/** First day of a month and of the next, as days since 1970. */
function daysOfMonth(month: string): [from: number, to: number] {
  const [year, number] = month.split("-").map(Number);
  return [Date.UTC(year, number - 1, 1) / DAY_MS, Date.UTC(year, number, 1) / DAY_MS];
}
