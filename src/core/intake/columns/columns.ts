import { isKnownColumn, type SeriesKind } from "../../formats/seriesColumns";
import { belongsToSite } from "../../formats/siteColumns";
import type { SiteFile } from "../../site/siteSchema";
import type { Form } from "../mapping";
import type { RawColumn, RawTable } from "../table/rawTable";
import { channelOf } from "./channel";
import { readSense, type Sense } from "./sense";
import { type Unit, unitOf } from "./units";

/** A column of a table with what is made of it. */
export interface ReadColumn {
  group: number;
  /** Place in its group. */
  index: number;
  /** Its heading, told apart where two are the same. */
  name: string;
  raw: RawColumn;
  sense: Sense;
  to: string | null;
  /** Whether the place follows from the heading; else it is a guess that is to be looked at. */
  sure: boolean;
  /** How it was placed, or why it is left out. */
  why: string;
  unit: Unit | null;
  form: Form;
}

/** Every column of a table, placed by its heading. */
export function readColumns(table: RawTable, site: SiteFile): ReadColumn[] {
  const names = new Map<string, number>();
  return table.groups.flatMap((group, at) =>
    group.columns.map((raw, index) => {
      const count = (names.get(raw.name) ?? 0) + 1;
      names.set(raw.name, count);
      const name = count === 1 ? raw.name : `${raw.name} (${count})`;
      return placed({ group: at, index, name, raw }, site);
    }),
  );
}

/** Units of our own channels, by how their names end. */
const OWN_UNITS: readonly [RegExp, string, Form][] = [
  [/\.(?:ac|dc)_w$/, "W", "mean"],
  [/(?:temp_c|^t_air|^t_module\..+)$/, "°C", "mean"],
  [/\.dc_a$/, "A", "mean"],
  [/\.dc_v$/, "V", "mean"],
  [/\.wh$/, "Wh", "interval"],
  [/\.kwh$/, "kWh", "counter"],
  [/soc_pct$/, "%", "mean"],
  [/^(?:ghi|dni|dhi|poa\..+)$/, "W/m²", "mean"],
  [/^wind$/, "m/s", "mean"],
  [/^rain_mm$/, "mm", "interval"],
  [/^snow_cm$/, "cm", "mean"],
  [/^illuminance_lux$/, "lx", "mean"],
];

/** The unit and form of one of our own channels. */
export function ownUnit(channel: string): { unit: Unit; form: Form } {
  const [, name, form] = OWN_UNITS.find(([pattern]) => pattern.test(channel)) ?? [null, "W", "mean" as const];
  return { unit: unitOf(name) as Unit, form };
}

/** A name of ours, in whatever letters. */
function ownChannel(name: string, site: SiteFile): string | null {
  const kinds: SeriesKind[] = ["production", "weather"];
  const plain = name.trim();
  for (const text of [plain, plain.toLowerCase()]) {
    const known = kinds.some((kind) => isKnownColumn(text, kind));
    if (known && belongsToSite(text, site)) return text;
  }
  return null;
}

function placed(column: Pick<ReadColumn, "group" | "index" | "name" | "raw">, site: SiteFile): ReadColumn {
  const sense = readSense(column.raw.name, site);
  const own = ownChannel(column.raw.name, site);
  if (own) return { ...column, sense, to: own, sure: true, why: "by its name", unit: ownUnit(own).unit, form: ownUnit(own).form };
  const place = channelOf(sense, site);
  const unit = column.raw.cellUnit ? baseOf(column.raw.cellUnit) : sense.unit;
  const rest = { unit, form: "mean" as Form, sense };
  return place.channel === null
    ? { ...column, ...rest, to: null, sure: false, why: place.why }
    : { ...column, ...rest, to: place.channel, sure: place.sure, why: place.how };
}

/** Cells with units of their own are in the base unit already. */
function baseOf({ dimension }: Unit): Unit {
  const names: Partial<Record<Unit["dimension"], string>> = {
    power: "W",
    energy: "Wh",
    current: "A",
    voltage: "V",
    temperature: "°C",
    irradiance: "W/m²",
    irradiation: "Wh/m²",
    speed: "m/s",
    length: "mm",
    illuminance: "lx",
    share: "%",
  };
  return unitOf(names[dimension] ?? "W") as Unit;
}
