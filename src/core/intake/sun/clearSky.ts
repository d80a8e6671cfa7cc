import { expectedOutput } from "../../expected/expectedOutput";
import type { Grid } from "../../series/grid";
import type { SiteFile } from "../../site/siteSchema";
import { clearSkyGhiWm2 } from "../../sky/clearSky";
import { linkeTurbidityAt } from "../../sky/turbidity";
import { extraterrestrialNormalWm2 } from "../../sun/extraterrestrial";
import { litSun } from "../../sun/litInterval";

/** Mild air: what the time of day and the scale are told by needs no more. */
const AIR_C = 15;
/** Luminous efficacy of daylight as used for the sums of the trade (`illuminance`): 120 lx a W/m². */
const LUX_PER_WM2 = 120;

/** What a site's channels would show under a clear sky, by name; the array healthy, the air mild. */
export function clearSkyChannels(site: SiteFile, grid: Grid): Map<string, Float64Array> {
  const sun = litSun(grid, site.location);
  const ghiWm2 = new Float64Array(grid.count);
  for (let i = 0; i < grid.count; i++) {
    const turbidity = linkeTurbidityAt(site.location, grid.startMs + i * grid.stepMs);
    const extraterrestrial = extraterrestrialNormalWm2(sun.distanceAu[i]);
    ghiWm2[i] = sun.litShare[i] * clearSkyGhiWm2(sun.zenithDeg[i], site.location.elevationM, turbidity, extraterrestrial);
  }
  const weather = {
    grid,
    ghiWm2,
    dniWm2: null,
    dhiWm2: null,
    illuminanceLux: null,
    poaWm2: new Map<string, Float64Array>(),
    airTempC: new Float64Array(grid.count).fill(AIR_C),
    moduleTempC: new Map<string, Float64Array>(),
    windMs: null,
    rainMm: null,
    snowCm: null,
  };
  const expected = expectedOutput(site, weather);
  const out = new Map<string, Float64Array>([
    ["ghi", ghiWm2],
    ["illuminance_lux", ghiWm2.map((value) => value * LUX_PER_WM2)],
  ]);
  let total: Float64Array | null = null;
  for (const [id, { acW, dcW }] of expected.inverters) {
    out.set(`${id}.ac_w`, acW).set(`${id}.dc_w`, dcW);
    total = total ? total.map((value, i) => value + acW[i]) : acW.slice();
  }
  if (total) out.set("site", total);
  for (const [id, plane] of expected.planes) out.set(`poa.${id}`, plane.poaWm2);
  for (const [id, watts] of expected.stringDcW) out.set(`${id}.dc_w`, watts);
  return out;
}

/** The channel of `clearSkyChannels` that a channel of the site goes with in time; null where its course isn't the sun's. */
export function clearSkyTwin(channel: string, site: SiteFile): string | null {
  if (/^(?:ghi|illuminance_lux|poa\..+)$/.test(channel) || /\.(?:ac_w|dc_w)$/.test(channel)) return channel;
  const [owner, second] = channel.split(".");
  if (owner === "meter") return "site";
  if (second === "dc_a" || channel.endsWith(".wh")) return site.strings.some(({ id }) => id === owner) ? `${owner}.dc_w` : null;
  return null;
}
