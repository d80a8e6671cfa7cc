import { designTempsOf } from "../design/designTemps";
import { moduleTypeOf } from "../site/lookups";
import type { Inverter, Plane, SiteFile } from "../site/siteSchema";
import { valuePerKwh } from "../site/worth";
import { answerTo, SUMS, type SumAnswer, type SumId, sumSchema } from "../sums/sumKinds";

/** Inputs of a sum as they are typed: texts by key. */
export type TypedInputs = Readonly<Record<string, string>>;

/** Which input of a sum is the value that its point has read. */
export const MEASURED_AS: Partial<Record<SumId, string>> = { "rail-overhang": "overhangMm" };

/** Clamp between two modules, mm: as wide as mid clamps mostly are. */
const CLAMP_GAP_MM = 20;
/** Voltage between a conductor and neutral, V, at which continuous currents of inverters are told. */
const PHASE_V = 230;

/**
 * What the as-built tells of the inputs of a sum, so that only what was seen has to be typed.
 * @param plane the one that was looked at; the first of the site where nobody chose
 */
export function fromAsBuilt(kind: SumId, site: SiteFile, plane: Plane = site.planes[0]): TypedInputs {
  const { minC, maxC } = designTempsOf(site);
  const value: TypedInputs = site.tariff ? { valuePerKwh: told(valuePerKwh(site.tariff)) } : {};
  switch (kind) {
    case "thermal-expansion":
      return { material: site.plant?.conduit === "metal" ? "steel" : "pvc", minC: told(minC), maxC: told(maxC) };
    case "galvanic-pair":
      return { metalA: "aluminium", metalB: "stainless", environment: site.plant?.nearSea ? "marine" : "outdoor" };
    case "busbar":
      return { feedA: told(site.inverters.reduce((sum, inverter) => sum + feedA(site, inverter), 0)) };
    case "wind-ballast":
      return { areaM2: told(areaM2(site, "ballasted")) };
    case "module-fit": {
      const first = site.strings.find((pvString) => pvString.plane === plane.id) ?? site.strings[0];
      return { moduleMm: told(moduleTypeOf(site, first).widthMm), gapMm: told(CLAMP_GAP_MM) };
    }
    case "fall-zone":
      return { roofTiltDeg: told(plane.tiltDeg), ...(plane.slopeM ? { slideLengthM: told(plane.slopeM) } : {}) };
    case "cleaning":
    case "payback":
    case "snow-clearing":
      return value;
    default:
      return {};
  }
}

/** Continuous current of an inverter, A a conductor; one phase where the as-built doesn't say otherwise. */
function feedA(site: SiteFile, { id, kind, acRatedW, cable }: Inverter): number {
  const units =
    kind === "micro" ? site.strings.filter(({ inverter }) => inverter === id).reduce((sum, { modules }) => sum + modules, 0) : 1;
  const phases = cable?.phases ?? 1;
  return (acRatedW * units) / (phases === 3 ? 3 * PHASE_V : (cable?.systemV ?? PHASE_V));
}

function areaM2(site: SiteFile, mounting: Plane["mounting"]): number {
  const there = new Set(site.planes.filter((plane) => plane.mounting === mounting).map(({ id }) => id));
  return site.strings.reduce((sum, pvString) => {
    const { lengthMm, widthMm } = moduleTypeOf(site, pvString);
    return there.has(pvString.plane) ? sum + (pvString.modules * lengthMm * widthMm) / 1e6 : sum;
  }, 0);
}

const told = (value: number) => String(Number(value.toPrecision(4)));

/** What a sum comes to, or what is missing or wrong, by input. */
export type Worked = { answer: SumAnswer } | { faults: Record<string, string> };

/**
 * Works a sum out from what was typed.
 * @param typed texts by key, over what the as-built tells
 * @param measured the value that the point has read, in its own unit, where there is one
 */
export function workOut(kind: SumId, typed: TypedInputs, measured: number | null): Worked {
  const { inputs } = SUMS[kind];
  const raw: Record<string, unknown> = { format: "irradant-sum/1", kind };
  const faults: Record<string, string> = {};
  for (const [key, { choices, yesNo, many, rows }] of Object.entries(inputs)) {
    const text = (typed[key] ?? "").trim();
    if (text === "") {
      // None of many is an answer, and so is an empty list.
      if (many) raw[key] = [];
      if (MEASURED_AS[kind] === key && measured !== null) raw[key] = measured;
      continue;
    }
    if (rows) {
      const list = listOf(
        text,
        rows.map((one) => one.key),
      );
      if (list) raw[key] = list;
      else faults[key] = `a day a line: ${rows.map((one) => one.label).join(", ")}`;
    } else if (many) raw[key] = text.split(" ");
    else if (choices) raw[key] = text;
    else if (yesNo) raw[key] = text === "yes";
    else {
      const number = Number(text.replace(",", ".").replace("−", "-"));
      if (Number.isFinite(number)) raw[key] = number;
      else faults[key] = "a number";
    }
  }
  const parsed = sumSchema.safeParse(raw);
  if (parsed.success && Object.keys(faults).length === 0) return { answer: answerTo(parsed.data) };
  for (const issue of parsed.error?.issues ?? []) {
    const key = String(issue.path[0]);
    faults[key] ??= raw[key] === undefined ? "" : issue.message;
  }
  return { faults };
}

/** Lines of numbers as a list of rows; null where a line isn't one. */
function listOf(text: string, keys: readonly string[]): Record<string, number>[] | null {
  const lines = text.split("\n").filter((line) => line.trim() !== "");
  const rows = lines.map((line) =>
    line
      .trim()
      .split(/[\s;]+/)
      .map((cell) => Number(cell.replace(",", "."))),
  );
  if (rows.some((cells) => cells.length !== keys.length || !cells.every(Number.isFinite))) return null;
  return rows.map((cells) => Object.fromEntries(keys.map((key, k) => [key, cells[k]])));
}

/** Inputs as they are kept with a finding: JSON, or empty. */
export function readTyped(text: string): TypedInputs {
  try {
    const kept: unknown = JSON.parse(text || "{}");
    return kept !== null && typeof kept === "object" ? (kept as TypedInputs) : {};
  } catch {
    return {};
  }
}

/** The plane of a place: itself, or that of its string. */
export function planeAt(site: SiteFile, place: string): Plane | undefined {
  const [stringId] = place.split(".");
  const id = site.strings.find((pvString) => pvString.id === stringId)?.plane ?? place;
  return site.planes.find((plane) => plane.id === id);
}

/** A unit as the site's people have it: money is their currency. */
export function sumUnit(unit: string, site: SiteFile): string {
  return unit.replace("money", site.tariff?.currency ?? "").replace(/^\/(.+)$/, "per $1");
}

/**
 * What the sum of a finding came to, in a sentence for a report.
 * @param kept its inputs @param measured what its point has read, in its own unit
 * @returns null where nothing was worked out, or not all that it needs was said
 */
export function sumWords(kind: SumId, kept: string, measured: number | null, site: SiteFile, place: string): string | null {
  if (kept === "") return null;
  const worked = workOut(kind, { ...fromAsBuilt(kind, site, planeAt(site, place)), ...readTyped(kept) }, measured);
  if ("faults" in worked) return null;
  const { ok, reasons } = worked.answer;
  return `${SUMS[kind].title}: ${ok === null ? "" : ok ? "holds. " : "doesn't hold. "}${reasons.join(". ")}`;
}
