import { isKnownColumn } from "../../formats/seriesColumns";
import type { SiteFile } from "../../site/siteSchema";
import { type Dimension, type Unit, unitsOf } from "./units";

/** A place of the site that a column can be given, in words. */
export interface ChannelChoice {
  channel: string;
  words: string;
  group: string;
}

const WEATHER: readonly [string, string][] = [
  ["ghi", "light on the level"],
  ["dni", "direct light"],
  ["dhi", "diffuse light"],
  ["t_air", "air temperature"],
  ["wind", "wind"],
  ["rain_mm", "rain"],
  ["snow_cm", "depth of snow"],
  ["illuminance_lux", "illuminance"],
];

/** Modules are offered one by one up to so many; a farm's come by their names alone. */
const MOST_MODULES = 120;

/** Every place that a column can be given at a site. */
export function channelChoices(site: SiteFile): ChannelChoice[] {
  const of = (group: string, entries: readonly (readonly [string, string])[]) =>
    entries.map(([channel, words]) => ({ channel, words, group }));
  const modules = site.strings.reduce((sum, pvString) => sum + pvString.modules, 0);
  return [
    ...site.inverters.flatMap(({ id }) =>
      of(`Inverter ${id}`, [
        [`${id}.ac_w`, `${id}: AC power`],
        [`${id}.dc_w`, `${id}: DC power`],
        [`${id}.temp_c`, `${id}: its temperature`],
      ]),
    ),
    ...site.strings.flatMap(({ id }) =>
      of("Strings", [
        [`${id}.dc_a`, `${id}: current`],
        [`${id}.dc_v`, `${id}: voltage`],
      ]),
    ),
    ...(modules <= MOST_MODULES
      ? site.strings.flatMap(({ id, modules: count }) =>
          of(
            "Modules",
            Array.from({ length: count }, (_, k) => moduleEntry(id, k + 1)),
          ),
        )
      : []),
    ...of("Meters", [
      ["meter.main.kwh", "meter"],
      ["meter.site.kwh", "all inverters together"],
    ]),
    ...(site.battery ? of("Battery", [["battery.soc_pct", "battery: state of charge"]]) : []),
    ...of("Weather", [
      ...WEATHER,
      ...site.planes.flatMap(({ id }) => [
        [`poa.${id}`, `light in the plane ${id}`] as const,
        [`t_module.${id}`, `modules' temperature on ${id}`] as const,
      ]),
    ]),
  ];
}

function moduleEntry(stringId: string, place: number): [string, string] {
  const number = String(place).padStart(2, "0");
  return [`${stringId}.${number}.wh`, `${stringId}.${number}: energy of the module`];
}

/** What a channel is in, by its name. */
function dimensionOf(channel: string): Dimension {
  if (/\.(?:ac_w|dc_w)$/.test(channel)) return "power";
  if (/\.(?:wh|kwh)$/.test(channel)) return "energy";
  if (channel.endsWith(".dc_a")) return "current";
  if (channel.endsWith(".dc_v")) return "voltage";
  if (/temp_c$|^t_/.test(channel)) return "temperature";
  if (channel.endsWith("soc_pct")) return "share";
  if (channel === "wind") return "speed";
  if (channel === "illuminance_lux") return "illuminance";
  return /^(?:rain_mm|snow_cm)$/.test(channel) ? "length" : "irradiance";
}

/** The units in which a channel can come: power as energy too, light as energy an area. */
export function unitChoices(channel: string): Unit[] {
  const dimension = dimensionOf(channel);
  const others: Partial<Record<Dimension, Dimension>> = { power: "energy", energy: "power", irradiance: "irradiation" };
  const other = others[dimension];
  return [...unitsOf(dimension), ...(other ? unitsOf(other) : [])];
}

/** Whether values of a unit can be sums or counters. */
export function countsUp(channel: string, unit: Unit): boolean {
  return unit.dimension === "energy" || unit.dimension === "irradiation" || channel === "rain_mm";
}

/** A channel in words, for any name that the format knows. */
export function channelName(channel: string, choices: readonly ChannelChoice[]): string {
  return (
    choices.find((choice) => choice.channel === channel)?.words ??
    (isKnownColumn(channel, "production") && channel.startsWith("meter.") ? `meter ${channel.split(".")[1]}` : channel)
  );
}
