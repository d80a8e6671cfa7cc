import type { Quantity } from "./sense";
import { type Unit, unitOf } from "./units";

const unit = (name: string): Unit => unitOf(name) as Unit;

/** Units in which a quantity comes without saying so, the usual one first. */
const SILENT: Record<Quantity, readonly Unit[]> = {
  power: ["W", "kW", "MW"].map(unit),
  energy: ["kWh", "Wh", "MWh"].map(unit),
  voltage: [unit("V")],
  current: [unit("A")],
  "device-temperature": [unit("°C")],
  charge: [unit("%")],
  ghi: ["W/m²", "kW/m²"].map(unit),
  dni: ["W/m²", "kW/m²"].map(unit),
  dhi: ["W/m²", "kW/m²"].map(unit),
  "in-plane": ["W/m²", "kW/m²"].map(unit),
  light: ["W/m²", "kW/m²"].map(unit),
  "air-temperature": [unit("°C")],
  "module-temperature": [unit("°C")],
  temperature: [unit("°C")],
  wind: [unit("m/s")],
  rain: [unit("mm")],
  snow: [unit("cm")],
  illuminance: ["lx", "klx"].map(unit),
};

/** The units that a quantity can be told in without naming them. */
export function silentUnits(quantity: Quantity): readonly Unit[] {
  return SILENT[quantity];
}

/** No air on Earth is hotter, °C; temperatures over it are of another scale. */
const HOTTEST_AIR_C = 57;
/** No air is under 180 K. */
const COLDEST_K = 180;

/** The scale of temperatures that don't say it, by how large they get. */
export function temperatureUnit(least: number, most: number, air: boolean): Unit {
  if (least > COLDEST_K) return unit("K");
  return air && most > HOTTEST_AIR_C && least > -60 ? unit("°F") : unit("°C");
}

/**
 * Of some units the one that brings a level next to the one that is expected.
 * @param level a high one of the column, in the units' base by each factor
 * @param expected of the same, in the base
 */
export function nearestUnit(units: readonly { unit: Unit; perBase: number }[], level: number, expected: number): Unit {
  const distance = ({ unit: own, perBase }: { unit: Unit; perBase: number }) =>
    Math.abs(Math.log((level * own.factor * perBase) / expected));
  return units.reduce((a, b) => (distance(b) < distance(a) ? b : a)).unit;
}
