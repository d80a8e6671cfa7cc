import { WATT_MS_PER_KWH } from "../constants";
import { evenModule } from "../electrical/evenPower";
import { InverterCurve } from "../electrical/inverter";
import { OrdinaryAgeing } from "../losses/ageing";
import { segmentsOf } from "../plane/layout";
import { moduleTypeOf, stringsOf } from "../site/lookups";
import type { PvString, SiteFile } from "../site/siteSchema";
import type { Weather } from "../weather/weather";
import type { ExpectedOutput } from "./expectedOutput";
import { meterOutput } from "./meterOutput";
import { DEFAULT_MODEL, type ModelOptions } from "./options";

/** The stages from sun on the plane to the meter, in this order. */
export const CASCADE_STAGES = [
  "sun",
  "skyline",
  "glass",
  "low-light",
  "temperature",
  "uneven-light",
  "ageing",
  "mismatch",
  "wiring-dc",
  "inverter",
  "start",
  "rating",
  "heat",
  "export-limit",
  "battery",
  "wiring-ac",
  "night",
] as const;

export type CascadeStage = (typeof CASCADE_STAGES)[number];

/** The stage at which the expected output stands at the inverter's terminals, with its own limits. */
export const TERMINALS: CascadeStage = "rating";

/** Energy after each stage, kWh; the difference of two neighbours is what the later one takes (or gives). */
export type Cascade = Record<CascadeStage, number>;

/**
 * Follows the energy of a healthy array from its nameplate in the open sun to the meter.
 * Each stage is worked out interval by interval, so that every difference is what that stage itself did:
 * after `rating` stands the expected output at the terminals, after `night` what the meter would count.
 * @param weather of the grid of `expected`
 * @param usable by inverter, 1 for each interval that counts; all where absent
 * @param batteryPct measured state of charge, %, where there is one
 */
export function lossCascade(
  site: SiteFile,
  expected: ExpectedOutput,
  weather: Weather,
  options: ModelOptions = DEFAULT_MODEL,
  usable?: ReadonlyMap<string, Uint8Array>,
  batteryPct: Float64Array | null = null,
): Cascade {
  const sums = Object.fromEntries(CASCADE_STAGES.map((stage) => [stage, 0])) as Cascade;
  const { grid } = expected;
  const perKwh = grid.stepMs / WATT_MS_PER_KWH;
  const meter = meterOutput(site, expected, weather, options, batteryPct);
  /** Share of the site's output, by interval, that belongs to inverters that count in it. */
  const counted = new Float64Array(grid.count);
  const whole = new Float64Array(grid.count);
  for (const inverter of site.inverters) {
    const mask = usable?.get(inverter.id);
    const output = expected.inverters.get(inverter.id);
    if (!output) continue;
    const counts = (i: number) => (usable ? mask?.[i] === 1 : true) && !Number.isNaN(output.acW[i]);
    for (let i = 0; i < grid.count; i++) {
      whole[i] += output.acW[i];
      if (counts(i)) counted[i] += output.acW[i];
    }
    if (usable && !mask) continue;
    for (const pvString of stringsOf(site, inverter.id)) addString(sums, site, pvString, expected, options, counts);
    const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
    const startW = options.startThreshold ? inverter.startW : 0;
    const groups =
      inverter.kind === "micro"
        ? stringsOf(site, inverter.id).map((pvString) => ({
            dcW: expected.stringDcW.get(pvString.id) as Float64Array,
            units: pvString.modules,
          }))
        : [{ dcW: output.dcW, units: 1 }];
    for (let i = 0; i < grid.count; i++) {
      if (!counts(i)) continue;
      sums.inverter += output.acUnlimitedW[i];
      for (const { dcW, units } of groups)
        if (dcW[i] / units >= startW) sums.start += options.conversion ? units * curve.acW(dcW[i] / units) : dcW[i];
      sums.rating += output.acW[i];
    }
  }
  const anyCounts = (i: number) => !usable || [...usable.values()].some((mask) => mask[i] === 1);
  for (let i = 0; i < grid.count; i++) {
    if (Number.isNaN(whole[i])) continue;
    const share = whole[i] > 0 ? counted[i] / whole[i] : 0;
    sums.heat += meter.cooledW[i] * share;
    sums["export-limit"] += meter.exportedW[i] * share;
    sums.battery += meter.takenW[i] * share;
    sums["wiring-ac"] += meter.cabledW[i] * share;
    sums.night += meter.cabledW[i] * share;
    if (anyCounts(i)) sums.night -= (meter.cabledW[i] - meter.meterW[i]) * (whole[i] > 0 ? share : 1);
  }
  for (const stage of CASCADE_STAGES) sums[stage] *= perKwh;
  return sums;
}

function addString(
  sums: Cascade,
  site: SiteFile,
  pvString: PvString,
  expected: ExpectedOutput,
  options: ModelOptions,
  counts: (i: number) => boolean,
): void {
  const type = moduleTypeOf(site, pvString);
  const output = expected.strings.get(pvString.id);
  if (!output) return;
  const even = evenModule(type);
  const { grid } = expected;
  const perWm2 = (pvString.modules * type.pmaxW) / 1000;
  const planes = segmentsOf(pvString).map(({ plane, modules }) => ({
    openWm2: expected.planes.get(plane)?.openWm2 as Float64Array,
    share: modules / pvString.modules,
  }));
  const ageing = new OrdinaryAgeing(site, options.ageing);
  const keptByMismatch = options.mismatch ? 1 - site.losses.mismatchPct / 100 : 1;
  for (let i = 0; i < grid.count; i++) {
    let open = 0;
    for (const { openWm2, share } of planes) open += share * openWm2[i];
    if (open === 0 || !counts(i)) continue;
    const glass = output.effectiveWm2[i] * perWm2;
    const aged = output.togetherW[i] * ageing.shareAt(grid.startMs + i * grid.stepMs);
    sums.sun += open * perWm2;
    sums.skyline += output.poaWm2[i] * perWm2;
    sums.glass += glass;
    sums["low-light"] += options.lowLight ? glass * even.lowLightShare(output.effectiveWm2[i]) : glass;
    sums.temperature += output.aloneW[i];
    sums["uneven-light"] += output.togetherW[i];
    sums.ageing += aged;
    sums.mismatch += aged * keptByMismatch;
    sums["wiring-dc"] += output.dcW[i];
  }
}
