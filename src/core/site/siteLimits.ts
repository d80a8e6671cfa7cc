/**
 * How large a site file and what stands in it may be. A limit that a real site could meet has its argument beside it; the
 * rest are far beyond anything built, and only keep a mistyped or hostile value from taking the machine down.
 */
export const MOST = {
  /** A farm of 10 MW told string by string, with names and notes, is some 600 kB. */
  fileBytes: 4_000_000,
  /** Deeper than any hand or program nests a description; the parser's own stack ends at some thousands. */
  depth: 40,
  /** An id is a column's name. */
  idCharacters: 64,
  nameCharacters: 200,
  moduleTypes: 100,
  /** A firm meets some hundred types in its life. */
  libraryTypes: 2000,
  planes: 200,
  /** 10 MW in inverters of 20 kW. */
  inverters: 500,
  /** 10 MW in strings of 5 kW. */
  strings: 2000,
  /** 10 MW of 400 W modules, each of which is drawn and shaded on its own. */
  modules: 25_000,
  /** From the middle of a plane, or of a site, to its edge: a field of 10 MW is some 400 m long. */
  planeM: 5000,
  /** One each half degree. */
  horizonPoints: 720,
  /** Every tree of a row; each is seen from every module. */
  obstacles: 200,
  efficiencyPoints: 200,
  mppts: 64,
  segments: 64,
  /** A central inverter of a large farm is 5 MW. */
  watts: 10_000_000,
  /** Medium voltage of a farm's own network. */
  volts: 36_000,
  /** Mountains on a horizon, as obstacles. */
  metres: 100_000,
  /** Of the weakest currency in use, some 40,000 to the euro. */
  pricePerKwh: 1_000_000,
  /** The first silicon cell is of 1954. */
  earliestYear: 1954,
  /** A plan for later is no as-built, but a site file may be made for one. */
  latestYear: 2100,
} as const;
