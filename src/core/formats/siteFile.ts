import { type ParseError, parse as parseTolerant } from "jsonc-parser";
import { z } from "zod";
import { moduleModel } from "../electrical/moduleModel";
import { FormatError, shown } from "./formatError";

/** Identifiers become column names, so they keep clear of dots, commas and blanks. */
const identifier = z.string().regex(/^[A-Za-z0-9][A-Za-z0-9_-]*$/, "letters, digits, - and _");
const isoDate = z
  .string()
  .regex(/^\d{4}-\d{2}-\d{2}$/, "a date like 2019-06-01")
  .refine((text) => !Number.isNaN(Date.parse(text)), "a date of the calendar");
const positive = z.number().positive();
const bearing = z.number().min(0).max(360);
const percent = z.number().min(0).max(50);

export const moduleTypeSchema = z.looseObject({
  id: identifier,
  technology: z.enum(["mono", "n-type", "poly", "thin-film"]).default("mono"),
  pmaxW: positive.max(2000),
  vocV: positive.max(500),
  iscA: positive.max(50),
  vmpV: positive.max(500),
  impA: positive.max(50),
  gammaPmaxPctPerC: z.number().min(-1).max(0.1),
  betaVocPctPerC: z.number().min(-1).max(0.1),
  alphaIscPctPerC: z.number().min(-0.5).max(0.5),
  cellsInSeries: z.int().positive().max(500).default(60),
  bypassDiodes: z.int().min(0).max(60).default(3),
  /** Whether the module's two halves are in parallel; absent, told from its current. */
  halfCut: z.boolean().optional(),
  lengthMm: positive.max(5000).default(1722),
  widthMm: positive.max(3000).default(1134),
  maxSystemV: positive.optional(),
  maxSeriesFuseA: positive.optional(),
});

export const obstacleSchema = z.looseObject({
  id: identifier,
  kind: z.enum(["tree", "building", "chimney", "pole", "terrain"]),
  bearingDeg: bearing,
  distanceM: positive,
  heightM: z.number(),
  widthM: positive,
  growthMPerYear: z.number().min(0).max(5).optional(),
  surveyed: isoDate.optional(),
  porosity: z.number().min(0).max(1).optional(),
});

export const planeSchema = z.looseObject({
  id: identifier,
  tiltDeg: z.number().min(0).max(90),
  azimuthDeg: bearing,
  mounting: z.enum(["roof-flush", "roof-raised", "ground-rack", "building-integrated"]).default("roof-flush"),
  horizon: z.array(z.looseObject({ azimuthDeg: bearing, elevationDeg: z.number().min(-10).max(90) })).default([]),
  obstacles: z.array(obstacleSchema).default([]),
  snow: z.looseObject({ slideAllowed: z.boolean() }).optional(),
});

/** A run of cable, told one way. */
export const cableSchema = z.looseObject({
  lengthM: positive,
  csaMm2: positive,
  material: z.enum(["copper", "aluminium"]).default("copper"),
});

export const inverterSchema = z.looseObject({
  id: identifier,
  kind: z.enum(["string", "micro", "optimizer"]).default("string"),
  acRatedW: positive,
  maxDcV: positive.optional(),
  startW: z.number().min(0).default(0),
  nightW: z.number().min(0).default(0),
  efficiency: z
    .array(z.tuple([z.number().gt(0).max(1.5), z.number().gt(0).max(1)]))
    .min(1)
    .default([[1, 0.96]]),
  mppts: z.array(z.looseObject({ id: z.string(), minV: z.number().min(0).optional(), maxV: positive.optional() })).default([]),
  derateStartC: z.number().optional(),
  /** How fast the output falls over `derateStartC`, % of the rating per °C. */
  deratePctPerC: z.number().min(0).max(100).optional(),
  /** Wait before feeding in again after a stop, s. */
  restartDelayS: z.number().min(0).max(3600).optional(),
  /** Its cable to the meter; where given, it replaces the constant share of `wiringAcPct`. */
  cable: cableSchema.extend({ systemV: positive.default(230), phases: z.union([z.literal(1), z.literal(3)]).default(1) }).optional(),
  location: z.enum(["indoor", "outdoor-shaded", "outdoor-sun"]).default("indoor"),
});

export const stringSchema = z.looseObject({
  id: identifier,
  inverter: identifier,
  mppt: z.string().optional(),
  plane: identifier,
  moduleType: identifier,
  modules: z.int().positive().max(1000),
  /** Where a string runs over several planes: its modules by plane, in the order of their places. */
  segments: z
    .array(z.looseObject({ plane: identifier, modules: z.int().positive() }))
    .min(1)
    .optional(),
  /** Its conductors to the inverter; where given, they replace the constant share of `wiringDcPct`. */
  cable: cableSchema.optional(),
});

/** A site file, `irradant-site/1`. Unknown keys are kept. */
export const siteFileSchema = z.looseObject({
  format: z.literal("irradant-site/1"),
  id: identifier,
  name: z.string().min(1).optional(),
  location: z.looseObject({
    lat: z.number().min(-90).max(90),
    lon: z.number().min(-180).max(180),
    elevationM: z.number().min(-450).max(9000).default(0),
    timeZone: z.string().refine(isTimeZone, "an IANA time zone like Europe/Vienna").default("UTC"),
    designMinTempC: z.number().optional(),
    designMaxTempC: z.number().optional(),
    /** Linke turbidity of clear days at air mass 2, one value or one a month; absent, by latitude and month. */
    linkeTurbidity: z.union([z.number().min(1).max(10), z.array(z.number().min(1).max(10)).length(12)]).optional(),
  }),
  albedo: z.number().min(0).max(1).default(0.2),
  commissioned: isoDate.optional(),
  tariff: z
    .looseObject({
      currency: z.string().length(3),
      importPerKwh: z.number().min(0),
      exportPerKwh: z.number().min(0),
      selfUseShare: z.number().min(0).max(1),
    })
    .optional(),
  moduleTypes: z.array(moduleTypeSchema).min(1),
  planes: z.array(planeSchema).min(1),
  inverters: z.array(inverterSchema).min(1),
  strings: z.array(stringSchema).min(1),
  losses: z
    .looseObject({
      mismatchPct: percent.default(1),
      wiringDcPct: percent.default(1),
      wiringAcPct: percent.default(0.5),
      degradationPctPerYear: z.number().min(0).max(5).default(0.5),
    })
    .prefault({}),
  exportLimitW: z.number().min(0).nullish(),
  battery: z
    .looseObject({
      capacityKwh: z.number().min(0),
      gridTied: z.boolean(),
      /** Mean power that the site itself draws, W: what an array without a grid can still give when the battery is full. */
      loadW: z.number().min(0).optional(),
    })
    .nullish(),
});

export type SiteFile = z.infer<typeof siteFileSchema>;
export type ModuleType = z.infer<typeof moduleTypeSchema>;
export type Plane = z.infer<typeof planeSchema>;
export type Inverter = z.infer<typeof inverterSchema>;
export type PvString = z.infer<typeof stringSchema>;
export type Tariff = NonNullable<SiteFile["tariff"]>;

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat("en", { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

/**
 * Reads a site file.
 * @param text the file's text
 * @param file its name, for errors
 * @throws FormatError naming the key, what was found and what was expected
 */
export function readSiteFile(text: string, file: string): SiteFile {
  let raw: unknown;
  try {
    raw = JSON.parse(text.replace(/^\uFEFF/, ""));
  } catch {
    throw new FormatError({ file, line: faultyLine(text), found: "text that isn't JSON", expected: "an irradant-site/1 JSON object" });
  }
  const parsed = siteFileSchema.safeParse(raw);
  if (!parsed.success) {
    const issue = parsed.error.issues[0];
    const value = issue.path.reduce<unknown>((at, key) => (at as Record<PropertyKey, unknown> | undefined)?.[key], raw);
    throw new FormatError({ file, key: issue.path.join(".") || "(whole file)", found: shown(value), expected: wanted(issue) });
  }
  checkReferences(parsed.data, file);
  return parsed.data;
}

/** Line of the first place that isn't JSON. */
function faultyLine(text: string): number {
  const errors: ParseError[] = [];
  parseTolerant(text, errors);
  return text.slice(0, errors[0]?.offset ?? 0).split("\n").length;
}

/** The site as text for a file; what was read, unknown keys too, is written again. */
export function writeSiteFile(site: SiteFile): string {
  return `${JSON.stringify(site, null, 2)}\n`;
}

function wanted(issue: z.core.$ZodIssue): string {
  switch (issue.code) {
    case "invalid_type":
      return `a value of type ${issue.expected}`;
    case "invalid_value":
      return issue.values.map((value) => JSON.stringify(value)).join(" or ");
    case "too_small":
      return `${issue.inclusive ? "at least" : "more than"} ${issue.minimum}${sizeUnit(issue.origin)}`;
    case "too_big":
      return `${issue.inclusive ? "at most" : "less than"} ${issue.maximum}${sizeUnit(issue.origin)}`;
    default:
      return issue.message;
  }
}

function sizeUnit(origin: string): string {
  if (origin === "array") return " entries";
  return origin === "string" ? " characters" : "";
}

/** Checks what a schema can't: that names are used once and point at something. */
function checkReferences(site: SiteFile, file: string): void {
  const refuse = (key: string, found: string, expected: string): never => {
    throw new FormatError({ file, key, found, expected });
  };
  const lists = { moduleTypes: site.moduleTypes, planes: site.planes, inverters: site.inverters, strings: site.strings };
  for (const [list, entries] of Object.entries(lists)) {
    entries.forEach((entry, k) => {
      if (entries.findIndex((other) => other.id === entry.id) !== k) refuse(`${list}.${k}.id`, shown(entry.id), "an id that is used once");
    });
  }
  const pointTo = (k: number, key: "inverter" | "plane" | "moduleType", list: readonly { id: string }[]) => {
    const id = site.strings[k][key];
    if (!list.some((entry) => entry.id === id))
      refuse(`strings.${k}.${key}`, shown(id), `one of ${list.map((entry) => entry.id).join(", ")}`);
  };
  site.strings.forEach((pvString, k) => {
    pointTo(k, "inverter", site.inverters);
    pointTo(k, "plane", site.planes);
    pointTo(k, "moduleType", site.moduleTypes);
    const mppts = site.inverters.find((inverter) => inverter.id === pvString.inverter)?.mppts ?? [];
    pvString.segments?.forEach((segment, at) => {
      if (!site.planes.some((plane) => plane.id === segment.plane))
        refuse(`strings.${k}.segments.${at}.plane`, shown(segment.plane), `one of ${site.planes.map((plane) => plane.id).join(", ")}`);
    });
    const inSegments = pvString.segments?.reduce((sum, segment) => sum + segment.modules, 0) ?? pvString.modules;
    if (inSegments !== pvString.modules) refuse(`strings.${k}.segments`, `${inSegments} modules`, `${pvString.modules} as in modules`);
    if (pvString.mppt !== undefined && mppts.length > 0 && !mppts.some((mppt) => mppt.id === pvString.mppt)) {
      refuse(`strings.${k}.mppt`, shown(pvString.mppt), `one of ${mppts.map((mppt) => mppt.id).join(", ")}`);
    }
  });
  site.planes.forEach((plane, k) => {
    if (!site.strings.some((pvString) => pvString.plane === plane.id || pvString.segments?.some((segment) => segment.plane === plane.id)))
      refuse(`planes.${k}.id`, shown(plane.id), "a plane with at least one string on it");
    const bearings = plane.horizon.map((point) => point.azimuthDeg % 360);
    bearings.forEach((value, at) => {
      const first = bearings.indexOf(value);
      if (first !== at && plane.horizon[first].elevationDeg !== plane.horizon[at].elevationDeg) {
        refuse(`planes.${k}.horizon.${at}`, `a second elevation at ${value}°`, "one elevation a bearing");
      }
    });
  });
  site.inverters.forEach((inverter, k) => {
    if (!site.strings.some((pvString) => pvString.inverter === inverter.id))
      refuse(`inverters.${k}.id`, shown(inverter.id), "an inverter with at least one string");
    inverter.efficiency.forEach(([load], at) => {
      if (at > 0 && load <= inverter.efficiency[at - 1][0])
        refuse(`inverters.${k}.efficiency.${at}`, shown(load), "load fractions in rising order");
    });
  });
  for (const [k, type] of site.moduleTypes.entries()) checkModuleType(type, `moduleTypes.${k}`, refuse);
}

/** A data sheet's numbers must fit each other. */
function checkModuleType(type: ModuleType, key: string, refuse: (key: string, found: string, expected: string) => never): void {
  if (type.vmpV >= type.vocV) refuse(`${key}.vmpV`, shown(type.vmpV), `less than vocV (${type.vocV})`);
  if (type.impA >= type.iscA) refuse(`${key}.impA`, shown(type.impA), `less than iscA (${type.iscA})`);
  const product = type.vmpV * type.impA;
  if (Math.abs(product / type.pmaxW - 1) > 0.05) {
    refuse(`${key}.pmaxW`, shown(type.pmaxW), `within 5 % of vmpV × impA (${product.toFixed(1)} W)`);
  }
  const perCell = type.vocV / type.cellsInSeries;
  if (type.technology !== "thin-film" && !(perCell > LEAST_CELL_V && perCell < MOST_CELL_V)) {
    refuse(`${key}.cellsInSeries`, shown(type.cellsInSeries), `a number of cells that gives ${type.vocV} V at about 0.65 V each`);
  }
  try {
    moduleModel(type);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    refuse(key, `a data sheet that no diode's curve passes through (${error.message})`, "iscA, vocV, vmpV and impA of one module");
  }
}

/** Open-circuit voltage of a silicon cell, V: half-cut modules count their cells double. */
const [LEAST_CELL_V, MOST_CELL_V] = [0.2, 1];
