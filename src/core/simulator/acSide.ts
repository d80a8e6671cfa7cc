import { HOUR_MS } from "../constants";
import { InverterCurve } from "../electrical/inverter";
import { airAroundC, heatLimitW } from "../electrical/inverterHeat";
import type { DesignLimit } from "../signatures/faultKind";
import { stringsOf } from "../site/lookups";
import type { Inverter, SiteFile } from "../site/siteSchema";
import type { Weather } from "../weather/weather";
import { acts, type PlacedFault } from "./placedFaults";

/** What the inverters give, W, and how hot their cases are, °C. */
export interface AcSide {
  acW: Map<string, Float64Array>;
  dcW: Map<string, Float64Array>;
  caseC: Map<string, Float64Array>;
  /** State of charge, %, where there is a battery that stands alone. */
  chargePct: Float64Array | null;
}

/** A case over the air round it at full output, K: fins and fans are laid out for some 20 K. */
const CASE_K = 18;
/** What a household off the grid draws in the mean where its file says nothing, W. */
const LOAD_W = 300;
const FULL_PCT = 100;

/** A limit by design that is lifted to tell what it costs, and where. */
export interface Lifted {
  limit: DesignLimit;
  inverters: ReadonlySet<string>;
  from: number;
  to: number;
}

/**
 * From the strings' DC power to the inverters' terminals: start threshold, conversion, heat, stops, rating, then what the site
 * sends out.
 * @param watts by string
 * @param noise a factor an interval, by inverter
 * @param lifted limits that don't act
 */
export function acSide(
  site: SiteFile,
  weather: Weather,
  watts: ReadonlyMap<string, Float64Array>,
  faults: readonly PlacedFault[],
  noise: ReadonlyMap<string, Float64Array>,
  lifted: readonly Lifted[],
): AcSide {
  const { count } = weather.grid;
  const make = () => new Map(site.inverters.map(({ id }) => [id, new Float64Array(count)]));
  const out: AcSide = { acW: make(), dcW: make(), caseC: make(), chargePct: null };
  for (const inverter of site.inverters) invert(site, weather, inverter, watts, faults, noise, lifted, out);
  sendOut(site, weather, faults, lifted, out);
  return out;
}

function invert(
  site: SiteFile,
  weather: Weather,
  inverter: Inverter,
  watts: ReadonlyMap<string, Float64Array>,
  faults: readonly PlacedFault[],
  noise: ReadonlyMap<string, Float64Array>,
  lifted: readonly Lifted[],
  out: AcSide,
): void {
  const { id } = inverter;
  const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
  const strings = stringsOf(site, id);
  const units = inverter.kind === "micro" ? strings.reduce((sum, { modules }) => sum + modules, 0) : 1;
  const [acW, dcW, caseC] = [out.acW.get(id), out.dcW.get(id), out.caseC.get(id)] as [Float64Array, Float64Array, Float64Array];
  const stops = faults.filter(({ effect }) => effect.stopped);
  const limits = faults.filter(({ effect }) => effect.inverterLimitW);
  const isLifted = (limit: DesignLimit, i: number) =>
    lifted.some((one) => one.limit === limit && one.inverters.has(id) && i >= one.from && i < one.to);
  const noises = noise.get(id) as Float64Array;
  for (let i = 0; i < acW.length; i++) {
    const dc = strings.reduce((sum, pvString) => sum + (watts.get(pvString.id)?.[i] ?? 0), 0);
    const ghi = weather.ghiWm2?.[i] ?? 0;
    const around = airAroundC(inverter.location, weather.airTempC[i], ghi);
    if (stops.some((fault) => acts(fault, i) && fault.effect.stopped?.(id, i))) {
      caseC[i] = around;
      continue;
    }
    let ac = units * curve.acW(dc / units);
    if (dc / units < inverter.startW && !isLifted("start", i)) ac = 0;
    const atFullC = around + CASE_K * Math.min(1, ac / (units * inverter.acRatedW));
    let limit = heatLimitW(inverter, weather.airTempC[i], ghi) * units;
    if (!isLifted("rating", i)) limit = Math.min(limit, units * inverter.acRatedW);
    for (const fault of limits) if (acts(fault, i)) limit = Math.min(limit, fault.effect.inverterLimitW?.(id, i, atFullC) ?? limit);
    acW[i] = Math.min(ac * noises[i], limit);
    dcW[i] = ac > 0 ? dc * noises[i] * Math.min(1, limit / (ac * noises[i])) : 0;
    caseC[i] = around + CASE_K * Math.min(1, acW[i] / (units * inverter.acRatedW));
  }
}

/** Export limit and the battery that stands alone: they hold all inverters back alike. */
function sendOut(site: SiteFile, { grid }: Weather, faults: readonly PlacedFault[], lifted: readonly Lifted[], out: AcSide): void {
  const exporting = faults.filter(({ effect }) => effect.exportLimitW);
  const alone = site.battery && !site.battery.gridTied ? site.battery : null;
  const siteLimitW = site.exportLimitW ?? Number.POSITIVE_INFINITY;
  if (!alone && siteLimitW === Number.POSITIVE_INFINITY && exporting.length === 0) return;
  const hours = grid.stepMs / HOUR_MS;
  const loadW = alone?.loadW ?? LOAD_W;
  let storedKwh = (alone?.capacityKwh ?? 0) / 2;
  if (alone) out.chargePct = new Float64Array(grid.count);
  for (let i = 0; i < grid.count; i++) {
    const isLifted = lifted.some(({ limit, from, to }) => limit === "export" && i >= from && i < to);
    let offered = 0;
    for (const acW of out.acW.values()) offered += acW[i];
    let most = isLifted ? Number.POSITIVE_INFINITY : siteLimitW;
    for (const fault of exporting) if (acts(fault, i)) most = Math.min(most, fault.effect.exportLimitW?.(i) ?? most);
    if (alone && out.chargePct) {
      const roomW = ((alone.capacityKwh - storedKwh) * 1000) / hours;
      if (!isLifted) most = Math.min(most, loadW + Math.max(0, roomW));
      const taken = Math.min(offered, most);
      storedKwh = Math.min(alone.capacityKwh, Math.max(0, storedKwh + ((taken - loadW) * hours) / 1000));
      out.chargePct[i] = alone.capacityKwh > 0 ? (storedKwh / alone.capacityKwh) * FULL_PCT : FULL_PCT;
    }
    if (!(offered > most)) continue;
    const share = most / offered;
    for (const [id, acW] of out.acW) {
      acW[i] *= share;
      (out.dcW.get(id) as Float64Array)[i] *= share;
    }
  }
}
