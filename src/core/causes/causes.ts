/** What can make an array give less than it should, or seem to. */
export const CAUSE_IDS = [
  "string-open",
  "bypass-conducting",
  "module-converter-failed",
  "inverter-outage",
  "wet-insulation-trip",
  "series-resistance",
  "thermal-derating",
  "degradation",
  "shading",
  "snow",
  "soiling",
  "clipping",
  "curtailment",
  "start-threshold",
  "orientation-mismatch",
  "clock-error",
  "data-gap",
  "sensor-error",
  "scale-error",
] as const;

export type CauseId = (typeof CAUSE_IDS)[number];

/** Design causes are wanted or accepted; the other kinds make a site unhealthy while they stand. */
export type CauseKind = "fault" | "environment" | "design" | "data";

export interface CauseEntry {
  id: CauseId;
  kind: CauseKind;
  /** Short name for lists. */
  title: string;
  /** One sentence for an owner. */
  plain: string;
  /** How likely it is before any evidence, as log odds: rare ones start lower. */
  priorLogOdds: number;
}

const entry = (id: CauseId, kind: CauseKind, priorLogOdds: number, title: string, plain: string): CauseEntry => ({
  id,
  kind,
  title,
  plain,
  priorLogOdds,
});

/** The catalogue, in the order of the public format. */
export const CAUSES: Record<CauseId, CauseEntry> = Object.fromEntries(
  [
    entry(
      "string-open",
      "fault",
      -2.5,
      "String gives nothing",
      "One string of modules is cut off and gives nothing: a blown fuse, a failed isolator, an open connector or a broken conductor.",
    ),
    entry(
      "bypass-conducting",
      "fault",
      -3,
      "Bypass diode conducting",
      "Part of a module is permanently bypassed, so its string works at a lower voltage.",
    ),
    entry(
      "module-converter-failed",
      "fault",
      -3,
      "Module converter failed",
      "The converter of one module gives nothing while its neighbours work.",
    ),
    entry("inverter-outage", "fault", -2, "Inverter stopped", "An inverter gave nothing in daylight although there was light enough."),
    entry(
      "wet-insulation-trip",
      "fault",
      -3,
      "Trips when wet",
      "The array trips out after rain or dew and comes back when it has dried: moisture has found a way into the wiring.",
    ),
    entry(
      "series-resistance",
      "fault",
      -3,
      "High-resistance joint",
      "A poor connection or an undersized conductor wastes most at high current.",
    ),
    entry("thermal-derating", "fault", -2.5, "Inverter too hot", "The inverter cuts its output back to protect itself from heat."),
    entry("degradation", "fault", -3, "Decline beyond ageing", "The array loses more from year to year than modules ordinarily do."),
    entry("shading", "environment", -1.5, "Shade", "A shadow comes back at the same places of the sun."),
    entry("snow", "environment", -1.5, "Snow cover", "Snow lay on the modules until it melted or slid off."),
    entry("soiling", "environment", -1.5, "Soiling", "Dirt builds up between rains."),
    entry(
      "clipping",
      "design",
      -1,
      "Clipped at the rating",
      "The inverter is smaller than the array on purpose and flattens the best hours.",
    ),
    entry("curtailment", "design", -1.5, "Held back", "An export limit or a full battery holds the output back."),
    entry("start-threshold", "design", -1, "Too little light to start", "There was too little light to start the inverter."),
    entry("orientation-mismatch", "design", -2.5, "Mixed aspects in a string", "One string spans planes that face different ways."),
    entry("clock-error", "data", -2.5, "Clock is wrong", "The times in the production data don't fit the sun."),
    entry("data-gap", "data", -1, "Data missing", "Values are missing, stuck or impossible."),
    entry("sensor-error", "data", -2.5, "Light sensor is off", "The irradiance sensor is dirty, shaded, tilted or drifting."),
    entry("scale-error", "data", -3, "Wrong by a factor", "A meter or an import is wrong by a constant factor."),
  ].map((cause) => [cause.id, cause]),
) as Record<CauseId, CauseEntry>;
