import { stringNameplateW, stringsOf } from "../../site/lookups";
import type { Inverter, PvString, SiteFile } from "../../site/siteSchema";
import type { NamedPart, Quantity, Sense } from "./sense";
import type { PartKind } from "./vocabulary";

/** The channel of the site that a column stands for, and how sure that is. */
export type Place = { channel: string; sure: boolean; how: string } | { channel: null; why: string };

const nowhere = (why: string): Place => ({ channel: null, why });
const known = (channel: string, how = "by its name"): Place => ({ channel, sure: true, how });
const guessed = (channel: string, how: string): Place => ({ channel, sure: false, how });

/** Puts what a heading says in its place at the site. */
export function channelOf(sense: Sense, site: SiteFile): Place {
  if (!sense.quantity) return nowhere(sense.why);
  switch (sense.quantity) {
    case "power":
    case "energy":
      return powerPlace(sense, site);
    case "voltage":
    case "current":
      return stringPlace(sense, site, sense.quantity === "voltage" ? "dc_v" : "dc_a");
    case "device-temperature":
      return ofInverter(sense, site, "temp_c");
    case "charge":
      return known("battery.soc_pct");
    case "in-plane":
      return ofPlane(sense, site, "poa");
    case "module-temperature":
      return ofPlane(sense, site, "t_module");
    case "temperature":
      return guessed("t_air", "a temperature that isn't said to be anything else");
    default:
      return sense.quantity === "light"
        ? guessed("ghi", "light that isn't said to be in the array's plane")
        : known(ONE_CHANNEL[sense.quantity]);
  }
}

/** Channels of which a site has one. */
const ONE_CHANNEL: Record<
  Exclude<
    Quantity,
    | "power"
    | "energy"
    | "voltage"
    | "current"
    | "device-temperature"
    | "charge"
    | "in-plane"
    | "module-temperature"
    | "temperature"
    | "light"
  >,
  string
> = {
  ghi: "ghi",
  dni: "dni",
  dhi: "dhi",
  "air-temperature": "t_air",
  wind: "wind",
  rain: "rain_mm",
  snow: "snow_cm",
  illuminance: "illuminance_lux",
};

const partOf = (sense: Sense, kind: PartKind): NamedPart | undefined => sense.parts.find((part) => part.kind === kind);

/** What parts are called whose numbers a file counts: the number at the end of the site's own name, else its place in the list. */
function byNumber<T extends { id: string }>(entries: readonly T[], number: number): T | undefined {
  const named = entries.filter(({ id }) => Number(/(\d+)$/.exec(id)?.[1] ?? Number.NaN) === number);
  return named.length === 1 ? named[0] : entries[number - 1];
}

function inverterOf(sense: Sense, site: SiteFile): { inverter: Inverter; sure: boolean } | null {
  const part = partOf(sense, "inverter");
  const own = part?.id && site.inverters.find(({ id }) => id === part.id);
  if (own) return { inverter: own, sure: true };
  if (part && part.numbers.length > 0) {
    const numbered = byNumber(site.inverters, part.numbers[0]);
    if (numbered) return { inverter: numbered, sure: true };
  }
  // A number that the site doesn't know may be the portal's own counting, or another site.
  const unknown = part !== undefined && part.numbers.length > 0;
  if (site.inverters.length === 1) return { inverter: site.inverters[0], sure: !unknown };
  const onPlane = inverterOnPlane(sense, site);
  if (onPlane) return { inverter: onPlane, sure: false };
  const loose = sense.loose.length === 1 ? byNumber(site.inverters, sense.loose[0]) : undefined;
  return loose ? { inverter: loose, sure: false } : null;
}

/** The inverter that has a plane to itself, where the heading names the plane. */
function inverterOnPlane(sense: Sense, site: SiteFile): Inverter | undefined {
  const plane = partOf(sense, "plane")?.id;
  if (!plane) return undefined;
  const own = site.inverters.filter(({ id }) => stringsOf(site, id).some((pvString) => pvString.plane === plane));
  return own.length === 1 && stringsOf(site, own[0].id).every((pvString) => pvString.plane === plane) ? own[0] : undefined;
}

function ofInverter(sense: Sense, site: SiteFile, ending: string): Place {
  const found = inverterOf(sense, site);
  if (!found) return nowhere(`it doesn't say of which of the ${site.inverters.length} inverters`);
  const channel = `${found.inverter.id}.${ending}`;
  return found.sure ? known(channel) : guessed(channel, "by the number or the plane in its name");
}

function powerPlace(sense: Sense, site: SiteFile): Place {
  const inverter = partOf(sense, "inverter");
  const pvString = stringOf(sense, site);
  const module = modulePlace(sense, site, pvString);
  if (module) return module;
  if (sense.meter && !inverter) return known(`meter.${meterId(sense)}.kwh`);
  if (pvString || partOf(sense, "string") || partOf(sense, "tracker"))
    return pvString && alone(pvString, site)
      ? guessed(`${pvString.inverter}.dc_w`, "the inverter's only string")
      : nowhere("a string's power; its current and voltage are compared");
  const found = inverterOf(sense, site);
  if (!found)
    return sense.side === "dc"
      ? nowhere("the DC power of several inverters together")
      : guessed("meter.site.kwh", "the power of all inverters together, as a meter would count it");
  const channel = `${found.inverter.id}.${sense.side === "dc" ? "dc_w" : "ac_w"}`;
  return found.sure ? known(channel) : guessed(channel, "by the number in its name");
}

const alone = (pvString: PvString, site: SiteFile): boolean => stringsOf(site, pvString.inverter).length === 1;

/** A meter's name: what stands beside the word, else its number. */
function meterId(sense: Sense): string {
  const numbered = sense.parts.find(({ kind, numbers }) => kind === "meter" && numbers.length > 0);
  return numbered ? `m${numbered.numbers[0]}` : "main";
}

/** The string that a heading names, by the site's name or by a number; with an inverter's number, counted within that one. */
function stringOf(sense: Sense, site: SiteFile): PvString | null {
  const part = partOf(sense, "string");
  if (!part) return null;
  if (part.id) return site.strings.find(({ id }) => id === part.id) ?? null;
  const [first, second] = part.numbers;
  if (first === undefined) return null;
  const inverter = partOf(sense, "inverter") ? inverterOf(sense, site)?.inverter : undefined;
  const own = inverter ? stringsOf(site, inverter.id) : site.strings;
  if (second !== undefined && site.inverters.length > 1)
    return nthString(stringsOf(site, byNumber(site.inverters, first)?.id ?? ""), second);
  const byName = site.strings.filter(
    ({ id }) => Number(/(\d+)$/.exec(id)?.[1] ?? Number.NaN) === first && own.some((entry) => entry.id === id),
  );
  return byName.length === 1 ? byName[0] : nthString(own, first);
}

const nthString = (strings: readonly PvString[], number: number): PvString | null => strings[number - 1] ?? null;

function stringPlace(sense: Sense, site: SiteFile, ending: "dc_a" | "dc_v"): Place {
  const pvString = stringOf(sense, site);
  if (pvString) return known(`${pvString.id}.${ending}`);
  if (partOf(sense, "string")) return nowhere("a string that the site doesn't have");
  const inverter = inverterOf(sense, site)?.inverter;
  if (!inverter) return nowhere(`it doesn't say of which of the ${site.inverters.length} inverters`);
  const own = stringsOf(site, inverter.id);
  const tracker = partOf(sense, "tracker");
  const onTracker = tracker && tracker.numbers.length > 0 ? onInput(own, inverter, tracker.numbers[0]) : own;
  if (onTracker.length === 1)
    return tracker || own.length === 1
      ? known(`${onTracker[0].id}.${ending}`)
      : guessed(`${onTracker[0].id}.${ending}`, "the inverter's only string");
  if (onTracker.length === 0) return nowhere("an input without a string");
  if (ending === "dc_v" && tracker) return guessed(`${onTracker[0].id}.dc_v`, "one of the strings in parallel on this input");
  return nowhere(`the sum of ${onTracker.length} strings; each one's own is compared`);
}

/** Strings on an inverter's input, counted from 1: by the trackers in their order, else each string is an input. */
function onInput(own: readonly PvString[], inverter: Inverter, number: number): PvString[] {
  const trackers = inverter.mppts.length > 0 ? inverter.mppts.map(({ id }) => id) : [...new Set(own.map(({ mppt, id }) => mppt ?? id))];
  const tracker = trackers[number - 1];
  return own.filter(({ mppt, id }) => (mppt ?? id) === tracker);
}

/** A module's place in its string: "s2.07", "Module 2.7", or its number alone at a site with one string. */
function modulePlace(sense: Sense, site: SiteFile, pvString: PvString | null): Place | null {
  const part = partOf(sense, "module");
  const inString = partOf(sense, "string");
  const behindString = inString?.id ? inString.numbers[0] : inString && inString.numbers.length > 1 ? inString.numbers[1] : undefined;
  const numbers = part?.numbers ?? [];
  if (behindString === undefined && numbers.length === 0) return null;
  let owner = pvString;
  let place = behindString ?? numbers[0];
  if (part && numbers.length > 1) {
    owner = pvString ?? nthString(site.strings, numbers[0]);
    place = numbers[numbers.length - 1];
  }
  if (!owner && site.strings.length === 1) owner = site.strings[0];
  // A number that goes on from string to string.
  if (!owner) {
    for (const entry of site.strings) {
      if (place <= entry.modules) {
        owner = entry;
        break;
      }
      place -= entry.modules;
    }
  }
  if (!owner || place < 1 || place > owner.modules) return nowhere("a module that the site doesn't have");
  return known(`${owner.id}.${String(place).padStart(2, "0")}.wh`);
}

function ofPlane(sense: Sense, site: SiteFile, name: "poa" | "t_module"): Place {
  const part = partOf(sense, "plane");
  const own = part?.id
    ? site.planes.find(({ id }) => id === part.id)
    : part?.numbers.length
      ? byNumber(site.planes, part.numbers[0])
      : undefined;
  if (own) return known(`${name}.${own.id}`);
  if (site.planes.length === 1) return known(`${name}.${site.planes[0].id}`);
  return guessed(`${name}.${largestPlane(site)}`, "the plane with the most power");
}

function largestPlane(site: SiteFile): string {
  const watts = new Map<string, number>();
  for (const pvString of site.strings) watts.set(pvString.plane, (watts.get(pvString.plane) ?? 0) + stringNameplateW(site, pvString));
  return [...watts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? site.planes[0].id;
}
