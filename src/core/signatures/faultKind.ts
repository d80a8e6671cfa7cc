import type { z } from "zod";
import type { CauseId } from "../causes/causes";
import type { StringCondition } from "../expected/stringLight";
import type { ScopeKind, ScopePlace } from "../plane/scopePlace";
import type { RandomStream } from "../random";
import type { SiteFile } from "../site/siteSchema";
import type { Weather } from "../weather/weather";

/** What a fault is worked out from. Indices are those of the whole simulated series. */
export interface FaultSetting<Parameters> {
  place: ScopePlace;
  parameters: Parameters;
  site: SiteFile;
  weather: Weather;
  /** Light on each plane of the healthy array, W/m². */
  poaWm2: ReadonlyMap<string, Float64Array>;
  /** First interval, and first after it. */
  from: number;
  to: number;
  /** Whether it has been there since before the series. */
  always: boolean;
  /** Of this fault alone, so that others don't move its chances. */
  random: RandomStream;
}

/** Limits that an array has by design: they always act, and their cost is told against the array without them. */
export type DesignLimit = "rating" | "start" | "export";

/**
 * What a fault does, stage by stage from the light to the file. Each acts within its span alone; the simulator sees to that.
 */
export interface FaultEffect {
  /** True light over the reported one, by weather channel. */
  light?: (channel: string) => number;
  /** The array as it really is. */
  site?: (site: SiteFile) => SiteFile;
  /** What isn't as it should be in a string. */
  condition?: (stringId: string) => StringCondition | undefined;
  /** Share of its DC power that a string keeps; its current with it. */
  stringShare?: (stringId: string, i: number) => number;
  /** Whether an inverter stands still. */
  stopped?: (inverterId: string, i: number) => boolean;
  /** Most that an inverter gives, W. @param caseC temperature of its case at full output, °C */
  inverterLimitW?: (inverterId: string, i: number, caseC: number) => number;
  /** Most that the site sends out, W. */
  exportLimitW?: (i: number) => number;
  /** The limit by design whose cost is told. */
  design?: DesignLimit;
  /** Reported over true, by production channel. */
  scale?: (channel: string) => number;
  /** How much later the stamps are than the sun, ms. */
  stampsLateMs?: number;
  /** Whether a value is missing. */
  missing?: (channel: string, i: number) => boolean;
}

/** A cause as the simulator makes it. */
export interface FaultKind<Shape extends z.ZodRawShape = z.ZodRawShape> {
  cause: CauseId;
  scopes: readonly ScopeKind[];
  /** Its parameters, each with its unit in its name and a default where there is a usual one. */
  parameters: z.ZodObject<Shape>;
  effect: (setting: FaultSetting<z.infer<z.ZodObject<Shape>>>) => FaultEffect;
}

/** Declares a kind, with its parameters' types. */
export function faultKind<Shape extends z.ZodRawShape>(kind: FaultKind<Shape>): FaultKind {
  return kind as unknown as FaultKind;
}
