import { HOUR_MS } from "../../constants";

/** What a unit measures. */
export type Dimension =
  | "power"
  | "energy"
  | "current"
  | "voltage"
  | "temperature"
  | "irradiance"
  | "irradiation"
  | "speed"
  | "length"
  | "illuminance"
  | "share"
  | "other";

export interface Unit {
  /** As it is written for people. */
  name: string;
  dimension: Dimension;
  /** Of the base unit of its dimension (W, Wh, A, V, °C, W/m², Wh/m², m/s, mm, lx, %). */
  factor: number;
  /** Added after the factor. */
  plus?: number;
}

/** Base units by SI's definitions; a knot is 1852 m an hour, an inch 25.4 mm, a mile 1609.344 m, a foot 304.8 mm. */
const UNITS: readonly (Unit & { also?: readonly string[] })[] = [
  { name: "W", dimension: "power", factor: 1, also: ["watt", "watts", "va_w"] },
  { name: "kW", dimension: "power", factor: 1e3, also: ["kilowatt", "kilowatts", "kwp", "kwac", "kwdc"] },
  { name: "MW", dimension: "power", factor: 1e6, also: ["megawatt", "megawatts"] },
  { name: "mW", dimension: "power", factor: 1e-3, also: ["milliwatt"] },
  { name: "Wh", dimension: "energy", factor: 1, also: ["watthour", "watthours", "watt-hours", "wattstunden"] },
  { name: "kWh", dimension: "energy", factor: 1e3, also: ["kilowatthour", "kilowatthours", "kilowattstunden"] },
  { name: "MWh", dimension: "energy", factor: 1e6, also: ["megawatthours"] },
  { name: "GWh", dimension: "energy", factor: 1e9 },
  { name: "J", dimension: "energy", factor: 1000 / HOUR_MS, also: ["joule", "ws"] },
  { name: "kJ", dimension: "energy", factor: 1e6 / HOUR_MS, also: ["kilojoule"] },
  { name: "MJ", dimension: "energy", factor: 1e9 / HOUR_MS, also: ["megajoule"] },
  { name: "GJ", dimension: "energy", factor: 1e12 / HOUR_MS },
  { name: "A", dimension: "current", factor: 1, also: ["amp", "amps", "ampere", "amperes", "adc"] },
  { name: "mA", dimension: "current", factor: 1e-3 },
  { name: "V", dimension: "voltage", factor: 1, also: ["volt", "volts", "vdc"] },
  { name: "kV", dimension: "voltage", factor: 1e3 },
  { name: "mV", dimension: "voltage", factor: 1e-3 },
  { name: "°C", dimension: "temperature", factor: 1, also: ["c", "degc", "deg c", "celsius", "grad c", "grad", "ºc", "�c", "oc", "° c"] },
  {
    name: "°F",
    dimension: "temperature",
    factor: 5 / 9,
    plus: (-32 * 5) / 9,
    also: ["f", "degf", "deg f", "fahrenheit", "ºf", "�f", "° f"],
  },
  { name: "K", dimension: "temperature", factor: 1, plus: -273.15, also: ["kelvin"] },
  {
    name: "W/m²",
    dimension: "irradiance",
    factor: 1,
    also: ["w/m2", "w/m^2", "w/qm", "wm-2", "wm2", "w m-2", "w/m�", "w/sqm", "watt/m2", "w/m**2"],
  },
  { name: "kW/m²", dimension: "irradiance", factor: 1e3, also: ["kw/m2", "kw/m^2", "kw/qm"] },
  { name: "mW/cm²", dimension: "irradiance", factor: 10, also: ["mw/cm2", "mw/cm^2"] },
  { name: "Wh/m²", dimension: "irradiation", factor: 1, also: ["wh/m2", "wh/m^2", "wh/qm", "wh/m�"] },
  { name: "kWh/m²", dimension: "irradiation", factor: 1e3, also: ["kwh/m2", "kwh/m^2", "kwh/qm"] },
  { name: "J/cm²", dimension: "irradiation", factor: 10_000 / 3600, also: ["j/cm2", "j/cm^2"] },
  { name: "kJ/m²", dimension: "irradiation", factor: 1000 / 3600, also: ["kj/m2", "kj/m^2"] },
  { name: "MJ/m²", dimension: "irradiation", factor: 1e6 / 3600, also: ["mj/m2", "mj/m^2"] },
  { name: "J/m²", dimension: "irradiation", factor: 1 / 3600, also: ["j/m2", "j/m^2"] },
  { name: "m/s", dimension: "speed", factor: 1, also: ["ms-1", "m s-1", "mps", "m/sec"] },
  { name: "km/h", dimension: "speed", factor: 1 / 3.6, also: ["kmh", "kph", "km/hr"] },
  { name: "mph", dimension: "speed", factor: 0.44704, also: ["mi/h", "miles/h"] },
  { name: "kn", dimension: "speed", factor: 1852 / 3600, also: ["kt", "kts", "knot", "knots"] },
  { name: "ft/s", dimension: "speed", factor: 0.3048 },
  { name: "mm", dimension: "length", factor: 1, also: ["l/m2", "l/m²", "l/qm", "liter/m2"] },
  { name: "cm", dimension: "length", factor: 10 },
  { name: "m", dimension: "length", factor: 1000, also: ["meter", "metre"] },
  { name: "in", dimension: "length", factor: 25.4, also: ["inch", "inches", "zoll"] },
  { name: "ft", dimension: "length", factor: 304.8, also: ["feet", "foot"] },
  { name: "lx", dimension: "illuminance", factor: 1, also: ["lux"] },
  { name: "klx", dimension: "illuminance", factor: 1e3, also: ["klux", "kilolux"] },
  { name: "%", dimension: "share", factor: 1, also: ["pct", "percent", "prozent"] },
  { name: "Hz", dimension: "other", factor: 1, also: ["hertz"] },
  { name: "var", dimension: "other", factor: 1, also: ["kvar"] },
  { name: "VA", dimension: "other", factor: 1, also: ["kva"] },
  { name: "hPa", dimension: "other", factor: 1, also: ["mbar", "pa", "bar"] },
  { name: "h", dimension: "other", factor: 1, also: ["hours", "min", "s", "sec"] },
  { name: "°", dimension: "other", factor: 1, also: ["deg", "degrees"] },
  { name: "Ω", dimension: "other", factor: 1, also: ["ohm", "kohm", "mohm", "kω", "mω"] },
  { name: "EUR", dimension: "other", factor: 1, also: ["€", "chf", "usd", "$", "gbp", "kg", "kgco2", "co2"] },
];

/** Prefixes tell milli from mega, so what begins with one is looked up as written first. */
const EXACT = new Map(UNITS.map((unit) => [unit.name, unit]));
const LOOSE = new Map<string, Unit>();
for (const unit of UNITS)
  for (const name of [unit.name, ...(unit.also ?? [])]) if (!LOOSE.has(name.toLowerCase())) LOOSE.set(name.toLowerCase(), unit);
// In files "MW" in small letters is the large one: no array is told in thousandths of a watt.
LOOSE.set("mw", EXACT.get("MW") as Unit);
LOOSE.set("mj", EXACT.get("MJ") as Unit);
LOOSE.set("mwh", EXACT.get("MWh") as Unit);

/** The unit that a text names, however it is written; null where it is none. @param text without brackets, like "kWh" or "W/m^2" */
export function unitOf(text: string): Unit | null {
  const trimmed = text.trim().replace(/\s*([/*])\s*/g, "$1");
  return EXACT.get(trimmed) ?? LOOSE.get(trimmed.toLowerCase()) ?? null;
}

/** Every unit of a dimension, to choose from. */
export function unitsOf(dimension: Dimension): Unit[] {
  return UNITS.filter((unit) => unit.dimension === dimension);
}

/** A value of a unit in the base unit of its dimension. */
export function inBase(value: number, unit: Pick<Unit, "factor" | "plus">): number {
  return value * unit.factor + (unit.plus ?? 0);
}
