export type SeriesKind = "production" | "weather";

const ID = "[A-Za-z0-9][A-Za-z0-9_-]*";
const PRODUCTION = new RegExp(`^(?:${ID}\\.(?:ac_w|dc_w|temp_c|dc_a|dc_v|\\d{2,}\\.wh)|meter\\.${ID}\\.kwh|battery\\.soc_pct)$`);
const WEATHER = new RegExp(`^(?:ghi|dni|dhi|t_air|wind|rain_mm|snow_cm|illuminance_lux|poa\\.${ID}|t_module\\.${ID})$`);

/** Whether a column's name has a meaning in a series of this kind; other columns are kept as they are. */
export function isKnownColumn(name: string, kind: SeriesKind): boolean {
  return (kind === "production" ? PRODUCTION : WEATHER).test(name);
}

/** What a series of this kind must have at least, for an error's "expected"; null when it has it. */
export function missingColumns(names: readonly string[], kind: SeriesKind): string | null {
  if (kind === "production") {
    return names.some((name) => isKnownColumn(name, kind)) ? null : "a production column like <inverter>.ac_w";
  }
  const light = names.some((name) => name === "ghi" || name.startsWith("poa.") || name === "illuminance_lux");
  if (!light) return "a column ghi, poa.<plane> or illuminance_lux";
  return names.includes("t_air") ? null : "a column t_air";
}
