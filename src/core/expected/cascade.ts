import { InverterCurve } from "../electrical/inverter";
import type { PvString, SiteFile } from "../formats/siteFile";
import { type ExpectedOutput, moduleTypeOf, stringsOf } from "./expectedOutput";
import { DEFAULT_MODEL, type ModelOptions } from "./options";

const YEAR_MS = 31_556_952_000;

/** The stages from sun on the plane to the meter, in this order. */
export const CASCADE_STAGES = [
  "sun",
  "skyline",
  "glass",
  "temperature",
  "ageing",
  "mismatch",
  "wiring-dc",
  "inverter",
  "start",
  "rating",
  "wiring-ac",
] as const;

export type CascadeStage = (typeof CASCADE_STAGES)[number];

/** Energy after each stage, kWh; the difference of two neighbours is what the later one takes (or gives). */
export type Cascade = Record<CascadeStage, number>;

/**
 * Follows the energy of a healthy array from its nameplate in the open sun to the meter.
 * Each stage is worked out interval by interval, so that every difference is what that stage itself did,
 * and the last one equals the expected output less AC wiring.
 * @param usable by inverter, 1 for each interval that counts; all where absent
 */
export function lossCascade(
  site: SiteFile,
  expected: ExpectedOutput,
  options: ModelOptions = DEFAULT_MODEL,
  usable?: ReadonlyMap<string, Uint8Array>,
): Cascade {
  const sums = Object.fromEntries(CASCADE_STAGES.map((stage) => [stage, 0])) as Cascade;
  const { grid } = expected;
  const perKwh = grid.stepMs / 3_600_000_000;
  for (const inverter of site.inverters) {
    const mask = usable?.get(inverter.id);
    const output = expected.inverters.get(inverter.id);
    if (!output || (usable && !mask)) continue;
    const counts = (i: number) => (!mask || mask[i] === 1) && !Number.isNaN(output.acW[i]);
    for (const pvString of stringsOf(site, inverter.id)) addString(sums, site, pvString, expected, options, counts);
    const curve = new InverterCurve(inverter.acRatedW, inverter.efficiency);
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
      for (const { dcW, units } of groups) if (dcW[i] / units >= inverter.startW) sums.start += units * curve.acW(dcW[i] / units);
      sums.rating += output.acW[i];
    }
  }
  sums["wiring-ac"] = sums.rating * (1 - site.losses.wiringAcPct / 100);
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
  const plane = expected.planes.get(pvString.plane);
  const dc = expected.stringDcW.get(pvString.id);
  if (!plane || !dc) return;
  const { grid } = expected;
  const perWm2 = (pvString.modules * type.pmaxW) / 1000;
  const commissionedMs = options.ageing && site.commissioned ? Date.parse(site.commissioned) : Number.POSITIVE_INFINITY;
  const keptByWiring = options.wiringDc ? 1 - site.losses.wiringDcPct / 100 : 1;
  for (let i = 0; i < grid.count; i++) {
    if (plane.openWm2[i] === 0 || !counts(i)) continue;
    const glass = plane.effectiveWm2[i] * perWm2;
    const cellC = options.cellTemperature ? plane.cellTempC[i] : 25;
    const warm = Math.max(0, glass * (1 + (type.gammaPmaxPctPerC / 100) * (cellC - 25)));
    const inServiceMs = grid.startMs + i * grid.stepMs - commissionedMs;
    const aged = warm * (inServiceMs > 0 ? Math.max(0, 1 - (site.losses.degradationPctPerYear / 100 / YEAR_MS) * inServiceMs) : 1);
    sums.sun += plane.openWm2[i] * perWm2;
    sums.skyline += plane.poaWm2[i] * perWm2;
    sums.glass += glass;
    sums.temperature += warm;
    sums.ageing += aged;
    sums.mismatch += dc[i] / keptByWiring;
    sums["wiring-dc"] += dc[i];
  }
}
