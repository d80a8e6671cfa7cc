import { z } from "zod";
import { isCalendarDate } from "../series/calendarDate";
import { isCurrency, isTimeZone } from "./names";
import { MOST } from "./siteLimits";
import { termsSchema } from "./terms";

/** Identifiers become column names, so they keep clear of dots, commas and blanks. */
const identifier = z
  .string()
  .max(MOST.idCharacters)
  .regex(/^[A-Za-z0-9][A-Za-z0-9_-]*$/, "letters, digits, - and _");
const isoDate = z
  .string()
  .max(10)
  .regex(/^\d{4}-\d{2}-\d{2}$/, "a date like 2019-06-01")
  .refine(isCalendarDate, "a date of the calendar");
const yearInRange = (date: string) => Number(date.slice(0, 4)) >= MOST.earliestYear && Number(date.slice(0, 4)) <= MOST.latestYear;
const dateOfPlant = isoDate.refine(yearInRange, `a year from ${MOST.earliestYear} to ${MOST.latestYear}`);
const positive = z.number().positive();
const bearing = z.number().min(0).max(360);
const percent = z.number().min(0).max(50);
const designTempC = z.number().min(-90).max(60);

/** From the middle of a plane or of a site's ground, m. */
const offset = z.number().min(-MOST.planeM).max(MOST.planeM);

/** Shown on every site page; a maker's or owner's own name of anything. */
const name = z.string().min(1).max(MOST.nameCharacters);

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
  maxSystemV: positive.max(MOST.volts).optional(),
  maxSeriesFuseA: positive.max(1000).optional(),
  /** As the data sheet has them, for the register and for people. */
  maker: name.optional(),
  model: name.optional(),
});

export const obstacleSchema = z.looseObject({
  id: identifier,
  kind: z.enum(["tree", "building", "chimney", "pole", "terrain"]),
  bearingDeg: bearing,
  distanceM: positive.max(MOST.metres),
  heightM: z.number().min(-MOST.metres).max(MOST.metres),
  widthM: positive.max(MOST.metres),
  growthMPerYear: z.number().min(0).max(5).optional(),
  surveyed: dateOfPlant.optional(),
  porosity: z.number().min(0).max(1).optional(),
});

/** Where a module lies in its plane, by its middle from the middle of the plane, seen square on from in front. */
export const modulePlaceSchema = z.looseObject({
  /** Absent where it lies there wired to nothing. */
  string: identifier.optional(),
  /** Its place in the string, from 1. */
  place: z.int().positive().max(1000).optional(),
  rightM: offset,
  upM: offset,
  /** Its long side along the rows instead of up the slope. */
  turned: z.boolean().default(false),
  /** Of a module that is wired to nothing; a string tells its own. */
  moduleType: identifier.optional(),
});

/** How modules are carried, which decides how air gets behind them. */
export const mountingSchema = z.enum(["roof-flush", "roof-raised", "ballasted", "ground-rack", "building-integrated"]);

/** What lies under an array. */
export const roofSchema = z.enum(["tile", "shingle", "seam", "rib", "stone-coated", "membrane"]);

export const planeSchema = z.looseObject({
  id: identifier,
  tiltDeg: z.number().min(0).max(90),
  azimuthDeg: bearing,
  mounting: mountingSchema.default("roof-flush"),
  /** What lies under the array; absent, whatever the tilt allows. */
  roof: roofSchema.optional(),
  horizon: z
    .array(z.looseObject({ azimuthDeg: bearing, elevationDeg: z.number().min(-10).max(90) }))
    .max(MOST.horizonPoints)
    .default([]),
  obstacles: z.array(obstacleSchema).max(MOST.obstacles).default([]),
  snow: z.looseObject({ slideAllowed: z.boolean() }).optional(),
  /** Across and up the slope: the roof's own edges round the modules. */
  widthM: positive.max(MOST.planeM).optional(),
  slopeM: positive.max(MOST.planeM).optional(),
  /** What it is part of, and where its middle lies on the site's ground, seen from above. */
  building: name.optional(),
  eastM: offset.optional(),
  northM: offset.optional(),
  /** Absent, modules are taken to lie in rows, string by string. */
  places: z.array(modulePlaceSchema).max(MOST.modules).optional(),
});

/** A run of cable, told one way. */
export const cableSchema = z.looseObject({
  lengthM: positive.max(MOST.metres),
  csaMm2: positive.max(2000),
  material: z.enum(["copper", "aluminium"]).default("copper"),
});

export const inverterSchema = z.looseObject({
  id: identifier,
  kind: z.enum(["string", "micro", "optimizer"]).default("string"),
  acRatedW: positive.max(MOST.watts),
  maxDcV: positive.max(MOST.volts).optional(),
  startW: z.number().min(0).max(MOST.watts).default(0),
  nightW: z.number().min(0).max(MOST.watts).default(0),
  efficiency: z
    .array(z.tuple([z.number().gt(0).max(1.5), z.number().gt(0).max(1)]))
    .min(1)
    .max(MOST.efficiencyPoints)
    .default([[1, 0.96]]),
  mppts: z
    .array(
      z.looseObject({
        id: z.string().max(MOST.idCharacters),
        minV: z.number().min(0).max(MOST.volts).optional(),
        maxV: positive.max(MOST.volts).optional(),
      }),
    )
    .max(MOST.mppts)
    .default([]),
  derateStartC: z.number().min(-50).max(150).optional(),
  /** How fast the output falls over `derateStartC`, % of the rating per °C. */
  deratePctPerC: z.number().min(0).max(100).optional(),
  /** Wait before feeding in again after a stop, s. */
  restartDelayS: z.number().min(0).max(3600).optional(),
  /** Its cable to the meter; where given, it replaces the constant share of `wiringAcPct`. */
  cable: cableSchema
    .extend({ systemV: positive.max(MOST.volts).default(230), phases: z.union([z.literal(1), z.literal(3)]).default(1) })
    .optional(),
  location: z.enum(["indoor", "outdoor-shaded", "outdoor-sun"]).default("indoor"),
});

export const stringSchema = z.looseObject({
  id: identifier,
  inverter: identifier,
  mppt: z.string().max(MOST.idCharacters).optional(),
  plane: identifier,
  moduleType: identifier,
  modules: z.int().positive().max(1000),
  /** Where a string runs over several planes: its modules by plane, in the order of their places. */
  segments: z
    .array(z.looseObject({ plane: identifier, modules: z.int().positive().max(1000) }))
    .min(1)
    .max(MOST.segments)
    .optional(),
  /** Its conductors to the inverter; where given, they replace the constant share of `wiringDcPct`. */
  cable: cableSchema.optional(),
});

/** What a walk has to know of a plant and its building, asked once on site; what is absent isn't known yet. */
export const plantSchema = z.looseObject({
  /** In which the conductors come down. */
  conduit: z.enum(["metal", "plastic", "none"]).optional(),
  /** Whether a person can get under the roof below the array. */
  roofSpace: z.boolean().optional(),
  rapidShutdown: z.boolean().optional(),
  surgeProtector: z.boolean().optional(),
  earthElectrode: z.boolean().optional(),
  lightSensor: z.boolean().optional(),
  nearSea: z.boolean().optional(),
  /** What lies where snow comes down from the array. */
  snowFallsOn: z.enum(["way", "drive", "garden", "nobody"]).optional(),
});

/** A site file, `irradant-site/1`. Unknown keys are kept. */
export const siteFileSchema = z.looseObject({
  format: z.literal("irradant-site/1"),
  id: identifier,
  name: name.optional(),
  location: z.looseObject({
    lat: z.number().min(-90).max(90),
    lon: z.number().min(-180).max(180),
    elevationM: z.number().min(-450).max(9000).default(0),
    timeZone: z.string().max(100).refine(isTimeZone, "an IANA time zone like Europe/Vienna").default("UTC"),
    designMinTempC: designTempC.optional(),
    designMaxTempC: designTempC.optional(),
    /** Linke turbidity of clear days at air mass 2, one value or one a month; absent, by latitude and month. */
    linkeTurbidity: z.union([z.number().min(1).max(10), z.array(z.number().min(1).max(10)).length(12)]).optional(),
  }),
  albedo: z.number().min(0).max(1).default(0.2),
  commissioned: dateOfPlant.optional(),
  tariff: z
    .looseObject({
      currency: z.string().refine(isCurrency, "a currency of ISO 4217 like EUR"),
      importPerKwh: z.number().min(0).max(MOST.pricePerKwh),
      exportPerKwh: z.number().min(0).max(MOST.pricePerKwh),
      selfUseShare: z.number().min(0).max(1),
    })
    .optional(),
  moduleTypes: z.array(moduleTypeSchema).min(1).max(MOST.moduleTypes),
  planes: z.array(planeSchema).min(1).max(MOST.planes),
  inverters: z.array(inverterSchema).min(1).max(MOST.inverters),
  strings: z.array(stringSchema).min(1).max(MOST.strings),
  losses: z
    .looseObject({
      mismatchPct: percent.default(1),
      wiringDcPct: percent.default(1),
      wiringAcPct: percent.default(0.5),
      degradationPctPerYear: z.number().min(0).max(5).default(0.5),
    })
    .prefault({}),
  plant: plantSchema.optional(),
  exportLimitW: z.number().min(0).max(MOST.watts).nullish(),
  /** In which words and units people there think; the file's own stay metric. */
  terms: termsSchema.optional(),
  battery: z
    .looseObject({
      capacityKwh: z.number().min(0).max(1_000_000),
      gridTied: z.boolean(),
      /** Mean power that the site itself draws, W: what an array without a grid can still give when the battery is full. */
      loadW: z.number().min(0).max(MOST.watts).optional(),
    })
    .nullish(),
});

export type SiteFile = z.infer<typeof siteFileSchema>;
export type ModuleType = z.infer<typeof moduleTypeSchema>;
export type ModulePosition = z.infer<typeof modulePlaceSchema>;
export type Plane = z.infer<typeof planeSchema>;
export type Roof = z.infer<typeof roofSchema>;
export type Plant = z.infer<typeof plantSchema>;
export type Mounting = z.infer<typeof mountingSchema>;
export type Inverter = z.infer<typeof inverterSchema>;
export type PvString = z.infer<typeof stringSchema>;
export type Tariff = NonNullable<SiteFile["tariff"]>;
