import type { SiteFile } from "../../site/siteSchema";
import type { ReadColumn } from "./columns";

/** Puts columns to their places together: what names no part by its order, what comes twice once, sums aside. Changes the columns. */
export function settleColumns(columns: ReadColumn[], site: SiteFile): void {
  namelessPower(columns, site);
  sumsByMeterAlone(columns, site);
  inOrder(
    columns,
    "power",
    site.inverters.map(({ id }) => `${id}.ac_w`),
    "inverters",
  );
  inOrder(
    columns,
    "current",
    site.strings.map(({ id }) => `${id}.dc_a`),
    "strings",
  );
  inOrder(
    columns,
    "voltage",
    site.strings.map(({ id }) => `${id}.dc_v`),
    "strings",
  );
  arraySide(columns);
  sumsAside(columns, site);
  eachOnce(columns);
}

/** A table that says nothing of its columns, with as many as there are inverters, holds their power. */
function namelessPower(columns: ReadColumn[], site: SiteFile): void {
  if (columns.some(({ to, sense }) => to !== null || sense.quantity !== null)) return;
  const told = columns.filter(({ raw }) => raw.badCount === 0 && raw.values.some((value) => value > 0));
  if (told.length !== site.inverters.length) return;
  told.forEach((column, k) => {
    const sense = { ...column.sense, quantity: "power" as const };
    Object.assign(column, {
      sense,
      to: `${site.inverters[k].id}.ac_w`,
      sure: false,
      why: "nothing says what it is; there are as many columns as inverters",
    });
  });
}

/** Without words of a part, the power of several inverters may still stand a column each: as many columns as there are inverters. */
function inOrder(columns: ReadColumn[], quantity: "power" | "current" | "voltage", channels: readonly string[], what: string): void {
  if (channels.length < 2) return;
  const like = (column: ReadColumn) =>
    quantity === "power" ? column.sense.quantity === "power" || column.sense.quantity === "energy" : column.sense.quantity === quantity;
  const open = columns.filter((column) => like(column) && !isSum(column) && (column.to === null || column.to === "meter.site.kwh"));
  const taken = columns.some((column) => column.to !== null && channels.includes(column.to));
  if (taken || open.length !== channels.length) return;
  open.forEach((column, k) => {
    Object.assign(column, { to: channels[k], sure: false, why: `in the order of the site's ${what}` });
  });
}

/** A column that adds others up says so. */
function isSum({ sense }: ReadColumn): boolean {
  return sense.heading.words.some((word) => /^(?:total|totale?|sum|summe|gesamt.*|all|alle|plant|anlage|site|somme|suma)$/.test(word));
}

/** What is told of the whole site goes to a meter only where there is one such column. */
function sumsByMeterAlone(columns: ReadColumn[], site: SiteFile): void {
  if (site.inverters.length < 2) return;
  for (const column of columns) {
    const named = column.sense.parts.some(({ kind }) => kind === "inverter");
    if (isSum(column) && !named && column.to?.endsWith(".ac_w") && !column.sure)
      Object.assign(column, { to: "meter.site.kwh", sure: false, why: "the power of all inverters together" });
  }
}

/** Beside a column of the AC side, one of "PV power" is the DC side. */
function arraySide(columns: ReadColumn[]): void {
  for (const column of columns) {
    if (column.sense.side !== "pv" || !column.to?.endsWith(".ac_w")) continue;
    const other = columns.find(
      (entry) => entry !== column && entry.to === column.to && entry.sense.side === "ac" && entry.sense.quantity === column.sense.quantity,
    );
    const dc = column.to.replace(".ac_w", ".dc_w");
    if (other && !columns.some((entry) => entry.to === dc))
      Object.assign(column, { to: dc, sure: false, why: "the array's side, beside a column of the AC side" });
  }
}

function sumsAside(columns: ReadColumn[], site: SiteFile): void {
  const inverters = site.inverters.filter(({ id }) => columns.some((column) => column.to === `${id}.ac_w`));
  if (inverters.length === 0) return;
  for (const column of columns) {
    if (column.to !== "meter.site.kwh") continue;
    if (inverters.length === site.inverters.length)
      Object.assign(column, { to: null, sure: true, why: "the sum of the inverters, which stand on their own" });
  }
}

/** Of columns for one place the one that tells most directly is taken. */
function eachOnce(columns: ReadColumn[]): void {
  const byChannel = new Map<string, ReadColumn[]>();
  for (const column of columns) if (column.to !== null) byChannel.set(column.to, [...(byChannel.get(column.to) ?? []), column]);
  for (const [channel, same] of byChannel) {
    if (same.length < 2) continue;
    const best = same.reduce((a, b) => (rank(b, channel) > rank(a, channel) ? b : a));
    for (const column of same) {
      if (column === best) continue;
      // A long table gives the rows of one place in several groups only where its keys say different things.
      Object.assign(column, { to: null, sure: true, why: `the same place as "${best.name}", which is taken` });
    }
  }
}

/** How directly a column tells its channel. */
function rank({ sense, sure, form, unit, raw }: ReadColumn, channel: string): number {
  const values = raw.values.reduce((count, value) => count + (Number.isNaN(value) ? 0 : 1), 0) / Math.max(1, raw.values.length);
  const wanted = channel.endsWith(".kwh") ? form === "counter" : form === "mean";
  const interval = form === "interval" ? 1.5 : 0;
  return (
    (values > 0.02 ? 8 : 0) +
    (wanted ? 4 : interval) +
    (sure ? 2 : 0) +
    (sense.side === "ac" ? 1 : 0) +
    (unit ? 0.5 : 0) +
    (raw.badCount * 2 > raw.values.length ? -6 : 0) +
    values / 10
  );
}
