import { HOUR_MS } from "../constants";
import { loopOhm } from "../electrical/conductor";
import { heatLimitW } from "../electrical/inverterHeat";
import { stringsOf } from "../site/lookups";
import type { Inverter, SiteFile } from "../site/siteSchema";
import type { Weather } from "../weather/weather";
import type { ExpectedOutput } from "./expectedOutput";
import { DEFAULT_MODEL, type ModelOptions } from "./options";

/** What an inverter sends to the meter, after all that holds it back behind its terminals, W. Sums over the site. */
export interface MeterOutput {
  /** After cutting back in heat. */
  cooledW: Float64Array;
  /** After the export limit. */
  exportedW: Float64Array;
  /** After a full battery without a grid. */
  takenW: Float64Array;
  /** After the cable to the meter. */
  cabledW: Float64Array;
  /** At the meter: at night the inverters draw their own use, so it can be negative. */
  meterW: Float64Array;
}

const CABLE_C = 40;

/** Share of its energy that a battery keeps on the way in and out, and the state of charge that counts as full. */
const BATTERY = { kept: 0.9, fullPct: 98 } as const;

/**
 * Follows the expected output from the inverters' terminals to the meter: cut-back in heat, export limit, a full battery,
 * AC cable, own use at night. Each is by design, and none is in the `acW` that a fault is told against.
 * @param weather on the grid of `expected`; its air temperature and global irradiance heat the inverters
 * @param batteryPct measured state of charge, %, where there is one
 */
export function meterOutput(
  site: SiteFile,
  expected: ExpectedOutput,
  weather: Weather,
  options: ModelOptions = DEFAULT_MODEL,
  batteryPct: Float64Array | null = null,
): MeterOutput {
  const { count, stepMs } = expected.grid;
  const make = () => new Float64Array(count);
  const out: MeterOutput = { cooledW: make(), exportedW: make(), takenW: make(), cabledW: make(), meterW: make() };
  const lines = site.inverters.map((inverter) => lineOf(site, inverter, expected));
  const limitW = options.exportLimit ? (site.exportLimitW ?? Number.POSITIVE_INFINITY) : Number.POSITIVE_INFINITY;
  const battery = options.fullBattery && site.battery && !site.battery.gridTied ? new Battery(site.battery, stepMs) : null;
  for (let i = 0; i < count; i++) {
    let cooled = 0;
    const each = lines.map((line) => {
      const ac = line.acW[i];
      const limit = options.heatDerating
        ? heatLimitW(line.inverter, weather.airTempC[i], expected.sky.ghiWm2[i] * expected.sun.litShare[i]) * line.units
        : Number.POSITIVE_INFINITY;
      const watts = Math.min(ac, limit);
      cooled += watts;
      return watts;
    });
    const exported = Math.min(cooled, limitW);
    const taken = battery ? battery.take(exported, batteryPct?.[i] ?? Number.NaN) : exported;
    const share = cooled > 0 ? taken / cooled : 1;
    let cabled = 0;
    let nightW = 0;
    lines.forEach((line, k) => {
      const watts = each[k] * share;
      cabled += options.wiringAc ? line.afterCableW(watts) : watts;
      if (options.nightUse && watts === 0) nightW += line.inverter.nightW * line.units;
    });
    out.cooledW[i] = cooled;
    out.exportedW[i] = exported;
    out.takenW[i] = taken;
    out.cabledW[i] = cabled;
    out.meterW[i] = cabled - nightW;
  }
  return out;
}

interface Line {
  inverter: Inverter;
  /** Devices: one, or as many as there are micro-inverters. */
  units: number;
  acW: Float64Array;
  afterCableW(watts: number): number;
}

function lineOf(site: SiteFile, inverter: Inverter, expected: ExpectedOutput): Line {
  const { cable } = inverter;
  const units = inverter.kind === "micro" ? stringsOf(site, inverter.id).reduce((sum, pvString) => sum + pvString.modules, 0) : 1;
  const acW = expected.inverters.get(inverter.id)?.acW ?? new Float64Array(expected.grid.count);
  if (!cable) return { inverter, units, acW, afterCableW: (watts) => watts * (1 - site.losses.wiringAcPct / 100) };
  // Three conductors carry a third each and no return; one phase goes there and back.
  const ohm = loopOhm(cable.lengthM, cable.csaMm2, cable.material, CABLE_C) / (cable.phases === 3 ? 2 : 1);
  const lossPerSquareW = ohm / (cable.systemV * cable.systemV * cable.phases);
  return { inverter, units, acW, afterCableW: (watts) => Math.max(0, watts - watts * watts * lossPerSquareW) };
}

/**
 * A battery without a grid: it takes what the site's own load leaves until it is full; then the array idles down to
 * the load. A measured state of charge is believed; without one, and without a known load, nothing is said.
 */
class Battery {
  private storedKwh: number;
  private readonly hours: number;

  constructor(
    private readonly battery: NonNullable<SiteFile["battery"]>,
    stepMs: number,
  ) {
    this.hours = stepMs / HOUR_MS;
    this.storedKwh = battery.capacityKwh / 2;
  }

  /** What is taken of an array's power, W. */
  take(offeredW: number, measuredPct: number): number {
    const { capacityKwh, loadW } = this.battery;
    if (Number.isNaN(offeredW)) return offeredW;
    if (!Number.isNaN(measuredPct)) {
      this.storedKwh = (capacityKwh * measuredPct) / 100;
      return measuredPct >= BATTERY.fullPct ? Math.min(offeredW, loadW ?? 0) : offeredW;
    }
    if (loadW === undefined) return offeredW;
    const roomW = (((capacityKwh - this.storedKwh) / Math.sqrt(BATTERY.kept)) * 1000) / this.hours;
    const taken = Math.min(offeredW, loadW + Math.max(0, roomW));
    const surplusKwh = ((taken - loadW) * this.hours) / 1000;
    const moved = surplusKwh > 0 ? surplusKwh * Math.sqrt(BATTERY.kept) : surplusKwh / Math.sqrt(BATTERY.kept);
    this.storedKwh = Math.min(capacityKwh, Math.max(0, this.storedKwh + moved));
    return taken;
  }
}
