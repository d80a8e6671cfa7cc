import { CAUSE_IDS, CAUSES, type CauseId } from "@/core/causes/causes";
import { engineOf } from "@/core/causes/engines";
import { DAY_MS } from "@/core/constants";
import { readSiteFile } from "@/core/formats/siteFile";
import { placeOf } from "@/core/plane/scopePlace";
import { RandomStream } from "@/core/random";
import type { Series } from "@/core/series/grid";
import { type FaultEntry, readFaultsFile } from "@/core/simulator/faultsFile";
import { simulateSite } from "@/core/simulator/simulateSite";
import { type Climate, makeWeather } from "@/core/simulator/weatherMaker";
import { stringsOf } from "@/core/site/lookups";
import type { SiteFile } from "@/core/site/siteSchema";
import type { TrueCause } from "./score";

/** A made-up site with files and truth. */
export interface SuiteCase {
  id: string;
  site: SiteFile;
  weather: Series;
  production: Series;
  healthy: boolean;
  causes: TrueCause[];
}

const STEP_MS = 900_000;
/** A loss smaller than this share of what the array makes can't be asked for. */
const LEAST_SHARE = 0.004;
const OPTIONAL_SHARE = 0.01;

const PLACES: { lat: number; lon: number; elevationM: number; climate: Climate }[] = [
  { lat: 46.8, lon: 12.3, elevationM: 870, climate: { meanTempC: 6.5, seasonSwingC: 10.5, linkeTurbidity: 3 } },
  { lat: 52.4, lon: 8.1, elevationM: 60, climate: { meanTempC: 9.5, seasonSwingC: 9, linkeTurbidity: 3.6 } },
  { lat: 38.1, lon: 21.4, elevationM: 120, climate: { meanTempC: 17, seasonSwingC: 9, linkeTurbidity: 3.8 } },
  { lat: 60.2, lon: 17.5, elevationM: 40, climate: { meanTempC: 5, seasonSwingC: 12, linkeTurbidity: 2.8 } },
];

/** What monitoring tells: AC power alone, strings too, modules too, or a meter. */
const CHANNELS = [/\.ac_w$/, /\.(ac_w|dc_w)$/, /\.(ac_w|dc_w|dc_a|dc_v)$/, /\.(ac_w|wh)$|^meter\./] as const;

/**
 * A site, its weather and its faults by a number: the same number gives the same case. The weather that is told isn't quite that of the
 * roof, and the array isn't quite that of its papers.
 * @param wrong what is wrong first of all; nothing for a healthy site
 */
export function makeCase(number: number, wrong: readonly CauseId[]): SuiteCase {
  const random = new RandomStream(40_009 * number + 17);
  const place = PLACES[Math.floor(random.uniform(0, PLACES.length))];
  const has = (...some: CauseId[]) => some.some((cause) => wrong.includes(cause));
  const site = makeSite(random, place, has);
  const days = Math.round(has("degradation") ? random.uniform(800, 1100) : random.uniform(90, 260));
  const startMs = Date.UTC(2023, has("snow") ? 10 : Math.floor(random.uniform(0, 12)), 1);
  const grid = { startMs, stepMs: STEP_MS, count: days * 96 };
  const truly = makeWeather(grid, site.location, 7 * number + 3, place.climate);
  const faults = wrong.map((cause) => faultOf(random, site, cause, startMs, days));
  // Where snow falls it lies on modules too.
  if (!has("snow") && (truly.channels.get("snow_cm") ?? []).some((cm) => cm > 1)) faults.push(faultOf(random, site, "snow", startMs, days));
  if (wrong.length === 1 && random.chance(0.2)) faults.push(faultOf(random, site, "inverter-outage", startMs, days));
  const file = readFaultsFile(JSON.stringify({ format: "irradant-faults/1", noisePct: random.uniform(0.5, 2), faults }), "suite", site);
  const simulated = simulateSite(site, truly, file, number, 1 + 0.012 * random.normal());
  // What can only be seen in a string is asked for where strings are told.
  const any = CHANNELS[Math.floor(random.uniform(0, CHANNELS.length))];
  const needed = [
    ...(has("bypass-conducting", "series-resistance") ? [CHANNELS[2]] : []),
    ...(has("module-converter-failed") ? [CHANNELS[3]] : []),
  ];
  const told = needed.length > 0 ? needed : [any];
  const channels = new Map([...simulated.production.channels].filter(([name]) => told.some((kind) => kind.test(name))));
  const causes = simulated.truth.flatMap((truth, k): TrueCause[] => {
    const { factor } = faults[k] as { factor?: number };
    const share = Math.abs(truth.lossKwh) / Math.max(1, simulated.healthyKwh);
    const { kind } = CAUSES[truth.cause];
    const minimumScope = widestProvable(site, truth.scope, channels);
    return [
      {
        ...truth,
        ...(minimumScope ? { minimumScope } : {}),
        ...(factor === undefined ? {} : { factor }),
        // What is hardly there is never false and never missed.
        optional: kind !== "data" && share < (kind === "design" ? OPTIONAL_SHARE : LEAST_SHARE),
        step: truth.cause === "string-open" || truth.cause === "inverter-outage",
        lossScored: kind !== "data",
      },
    ];
  });
  const healthy = causes.every((truth) => truth.optional || CAUSES[truth.cause].kind === "design");
  return {
    id: `${wrong.join("+") || "healthy"}-${number}`,
    site,
    weather: fromAfar(truly, random),
    production: { grid, channels },
    healthy,
    causes,
  };
}

/** Cases by their numbers, all causes and healthy sites in turn. */
export function* makeSuite(from: number, to: number): Generator<SuiteCase> {
  const turns: (CauseId | null)[] = [...CAUSE_IDS, null, null, null, null, null, null];
  for (let number = from; number < to; number++) yield makeCase(number, [turns[number % turns.length] ?? []].flat());
}

/** Start threshold, W: high where it is what is wrong; a converter on a module starts with next to nothing. */
function startWOf(high: boolean, kind: string, nameplateW: number): number {
  if (kind === "micro") return 2;
  return high ? Math.round(nameplateW * 0.03) : 20;
}

/** A site on which causes can be. */
function makeSite(
  random: RandomStream,
  { lat, lon, elevationM }: (typeof PLACES)[number],
  has: (...causes: CauseId[]) => boolean,
): SiteFile {
  const count = has("orientation-mismatch", "string-open") ? 2 + Math.floor(random.uniform(0, 2)) : 1 + Math.floor(random.uniform(0, 3));
  const modules = 8 + Math.floor(random.uniform(0, 5));
  const kind = has("module-converter-failed") ? (random.chance(0.5) ? "micro" : "optimizer") : "string";
  const nameplateW = count * modules * 405;
  const acRatedW =
    kind === "micro" ? 380 : has("clipping") ? Math.round(nameplateW * 0.65) : Math.round(nameplateW * random.uniform(0.9, 1.1));
  const alone = kind === "string" && (has("bypass-conducting", "series-resistance") || random.chance(0.5));
  const azimuthDeg = Math.round(random.uniform(110, 250));
  return readSiteFile(
    JSON.stringify({
      format: "irradant-site/1",
      id: "suite",
      location: { lat: lat + random.uniform(-1, 1), lon: lon + random.uniform(-1, 1), elevationM, timeZone: "UTC" },
      commissioned: "2019-06-01",
      moduleTypes: [
        {
          ...{ id: "m405", pmaxW: 405, vocV: 37.2, iscA: 13.9, vmpV: 31.2, impA: 12.98 },
          ...{ gammaPmaxPctPerC: -0.34, betaVocPctPerC: -0.27, alphaIscPctPerC: 0.05, cellsInSeries: 54 },
        },
      ],
      planes: [
        {
          id: "roof",
          tiltDeg: Math.round(random.uniform(12, 45)),
          azimuthDeg,
          mounting: random.chance(0.5) ? "roof-flush" : "roof-raised",
        },
        ...(has("orientation-mismatch") ? [{ id: "back", tiltDeg: 30, azimuthDeg: (azimuthDeg + 150) % 360, mounting: "roof-flush" }] : []),
      ],
      inverters: [
        {
          ...{ id: "inv1", kind, acRatedW, startW: startWOf(has("start-threshold"), kind, nameplateW) },
          efficiency: [
            [0.05, 0.92],
            [0.1, 0.95],
            [0.2, 0.965],
            [0.5, 0.972],
            [1, 0.966],
          ],
          location: random.chance(0.5) ? "indoor" : "outdoor-shaded",
        },
      ],
      strings: Array.from({ length: count }, (_, k) => ({
        ...{ id: `s${k + 1}`, inverter: "inv1", moduleType: "m405", modules },
        // On a tracker of its own a string's voltage is its own; half of all sites are built so.
        ...(alone ? { mppt: `t${k + 1}` } : {}),
        plane: has("orientation-mismatch") && k === count - 1 ? "back" : "roof",
      })),
      ...(has("curtailment") ? { exportLimitW: Math.round(nameplateW * 0.55) } : {}),
    }),
    "suite",
  );
}

/**
 * A fault of a cause at a fitting place, at a time within the period, of a size that a technician would be called for.
 * @param pvString the string at which it is: itself, its inverter, its plane
 */
export function faultOf(
  random: RandomStream,
  site: SiteFile,
  cause: CauseId,
  startMs: number,
  days: number,
  pvString = site.strings[0],
): FaultEntry {
  const { scopes } = engineOf(cause).fault;
  const { id: string, inverter, plane } = pvString;
  const scope = { string, module: `${string}.03`, inverter, plane, site: "site", meter: "meter.main" }[scopes[0]];
  const other = site.planes.find(({ id }) => id !== plane)?.id ?? "back";
  const at = (day: number) => new Date(startMs + Math.round(day) * DAY_MS).toISOString();
  const begins = random.uniform(0.2, 0.6) * days;
  const lasting = { from: at(begins), to: null };
  const always = { from: null, to: null };
  const brief = { from: at(begins), to: at(begins + random.uniform(3, 15)) };
  const sizes: Record<CauseId, object> = {
    "string-open": lasting,
    "bypass-conducting": { ...lasting, parts: 1 + Math.floor(random.uniform(0, 3)) },
    "module-converter-failed": lasting,
    "inverter-outage": brief,
    "wet-insulation-trip": { ...lasting, dryHours: random.uniform(1, 4) },
    "series-resistance": { ...lasting, ohm: random.uniform(1, 3) },
    "thermal-derating": { ...always, startC: random.uniform(32, 42), pctPerC: random.uniform(2, 5) },
    degradation: { ...always, pctPerYear: random.uniform(1.5, 4) },
    shading: {
      ...always,
      kind: "tree",
      bearingDeg: random.uniform(110, 250),
      distanceM: random.uniform(5, 12),
      heightM: random.uniform(5, 11),
      widthM: 8,
    },
    snow: always,
    soiling: { ...always, pctPerDay: random.uniform(0.15, 0.5) },
    clipping: always,
    curtailment: always,
    "start-threshold": always,
    "orientation-mismatch": { ...always, plane: other, modules: 3 },
    "clock-error": { ...always, offsetMinutes: random.chance(0.5) ? 60 : -60 },
    "data-gap": brief,
    "sensor-error": { ...always, factor: random.uniform(0.8, 0.92) },
    "scale-error": { ...lasting, factor: random.chance(0.3) ? 0.001 : random.uniform(0.8, 0.9) },
  };
  // Modules of one site age alike.
  return {
    cause,
    scope: cause === "scale-error" ? inverter : cause === "degradation" ? "site" : scope,
    from: null,
    to: null,
    ...sizes[cause],
  };
}

/** The scope that the channels can prove, where that is wider than the true one. */
export function widestProvable(site: SiteFile, scope: string, channels: ReadonlyMap<string, unknown>): string | undefined {
  const place = placeOf(site, scope);
  if (!place || place.kind === "site" || place.kind === "meter") return undefined;
  const [owner] = scope.split(".");
  if (place.kind === "module") return channels.has(`${scope}.wh`) ? undefined : site.strings.find(({ id }) => id === owner)?.inverter;
  if (place.kind === "string") return channels.has(`${scope}.dc_a`) ? undefined : site.strings.find(({ id }) => id === scope)?.inverter;
  return stringsOf(site, scope).length === site.strings.length || place.kind === "plane" ? "site" : undefined;
}

/** Spread of a station some kilometres away: its calibration, and clouds that are over it and not over the roof. */
const STATION = { gain: 0.012, cloud: 0.06, memory: 0.8 };

function fromAfar(weather: Series, random: RandomStream): Series {
  const gain = 1 + STATION.gain * random.normal();
  let apart = 0;
  const ghi = (weather.channels.get("ghi") as Float64Array).map((value) => {
    apart = STATION.memory * apart + Math.sqrt(1 - STATION.memory ** 2) * STATION.cloud * random.normal();
    return Math.max(0, value * gain * (1 + apart));
  });
  return { grid: weather.grid, channels: new Map([...weather.channels, ["ghi", ghi]]) };
}
