import { expectedOutput } from "../expected/expectedOutput";
import { DEFAULT_MODEL, type ModelOptions } from "../expected/options";
import type { StringCondition } from "../expected/stringLight";
import type { SiteFile } from "../site/siteSchema";
import type { Weather } from "../weather/weather";
import type { PlacedFault } from "./placedFaults";

/** The simulated array sees the sky by Hay and Davies: it isn't the model that diagnoses. */
export const SIMULATED_MODEL: ModelOptions = { ...DEFAULT_MODEL, transposition: "hay-davies" };

/** DC power and working voltage by string, and the light by plane: W, V, W/m², one entry an interval. */
export interface DcSide {
  watts: Map<string, Float64Array>;
  volts: Map<string, Float64Array>;
  poaWm2: Map<string, Float64Array>;
}

/**
 * The DC side of the array as it really is, piece by piece between the instants at which something of its build or light
 * changes.
 * @param faults those that act
 */
export function dcSide(site: SiteFile, weather: Weather, faults: readonly PlacedFault[]): DcSide {
  const { count } = weather.grid;
  const make = (ids: readonly { id: string }[]) => new Map(ids.map(({ id }) => [id, new Float64Array(count)]));
  const out: DcSide = { watts: make(site.strings), volts: make(site.strings), poaWm2: make(site.planes) };
  const building = faults.filter(({ effect }) => effect.site || effect.condition || effect.light);
  const edges = [...new Set([0, count, ...building.flatMap(({ from, to }) => [from, to])])].sort((a, b) => a - b);
  for (let k = 1; k < edges.length; k++) {
    const [from, to] = [edges[k - 1], edges[k]];
    const acting = building.filter((fault) => fault.from <= from && fault.to >= to);
    const real = acting.reduce((now, { effect }) => effect.site?.(now) ?? now, site);
    const light = pieceOf(weather, from, to, (channel) => acting.reduce((scale, { effect }) => scale * (effect.light?.(channel) ?? 1), 1));
    const conditions = new Map(site.strings.flatMap(({ id }) => merged(id, acting, from)));
    const output = expectedOutput(real, light, SIMULATED_MODEL, conditions, true);
    for (const { id } of site.strings) {
      const string = output.strings.get(id);
      if (!string) continue;
      out.watts.get(id)?.set(string.dcW, from);
      out.volts.get(id)?.set(string.voltsV, from);
    }
    for (const { id } of site.planes) out.poaWm2.get(id)?.set(output.planes.get(id)?.poaWm2 ?? [], from);
  }
  return out;
}

/** All conditions of a string in one; a piece counts its intervals from its own beginning. */
function merged(stringId: string, acting: readonly PlacedFault[], from: number): [string, StringCondition][] {
  const conditions = acting.flatMap(({ effect }) => effect.condition?.(stringId) ?? []);
  if (conditions.length === 0) return [];
  const shares = conditions.flatMap(({ lightShare }) => lightShare ?? []);
  const shorted = new Map<number, number>();
  for (const { shortedParts } of conditions)
    for (const [place, parts] of shortedParts ?? []) shorted.set(place, (shorted.get(place) ?? 0) + parts);
  const jointOhm = conditions.reduce((sum, condition) => sum + (condition.jointOhm ?? 0), 0);
  const condition: StringCondition = {
    ...(shares.length > 0 ? { lightShare: (place, i) => shares.reduce((light, share) => light * share(place, from + i), 1) } : {}),
    ...(shorted.size > 0 ? { shortedParts: shorted } : {}),
    ...(jointOhm > 0 ? { jointOhm } : {}),
  };
  return [[stringId, condition]];
}

/** A piece of a weather, its light put right. */
function pieceOf(weather: Weather, from: number, to: number, scaleOf: (channel: string) => number): Weather {
  const { grid } = weather;
  const cut = (values: Float64Array | null, channel: string) => {
    if (!values) return null;
    const scale = scaleOf(channel);
    const piece = values.subarray(from, to);
    return scale === 1 ? piece : piece.map((value) => value * scale);
  };
  const cutAll = (byPlane: Map<string, Float64Array>, prefix: string) =>
    new Map([...byPlane].map(([plane, values]) => [plane, cut(values, `${prefix}.${plane}`) as Float64Array]));
  return {
    grid: { ...grid, startMs: grid.startMs + from * grid.stepMs, count: to - from },
    ghiWm2: cut(weather.ghiWm2, "ghi"),
    dniWm2: cut(weather.dniWm2, "dni"),
    dhiWm2: cut(weather.dhiWm2, "dhi"),
    illuminanceLux: cut(weather.illuminanceLux, "illuminance_lux"),
    poaWm2: cutAll(weather.poaWm2, "poa"),
    airTempC: weather.airTempC.subarray(from, to),
    moduleTempC: cutAll(weather.moduleTempC, "t_module"),
    windMs: cut(weather.windMs, "wind"),
    rainMm: cut(weather.rainMm, "rain_mm"),
    snowCm: cut(weather.snowCm, "snow_cm"),
  };
}
