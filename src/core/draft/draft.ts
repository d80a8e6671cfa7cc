import { layOutPlane } from "../plane/layout";
import type { SiteFile } from "../site/siteSchema";
import { type Terms, termsOf, termsSchema } from "../site/terms";

/** A number as it was typed: a text is one that can't be read yet, and stays as it is. */
export type Typed = number | string | undefined;

/** A module on a plane being drawn. */
export interface DraftPlace {
  [key: string]: unknown;
  /** Absent while it is wired to nothing. */
  string?: string;
  place?: number;
  rightM: number;
  upM: number;
  turned: boolean;
  moduleType: string;
}

export interface DraftPlane {
  [key: string]: unknown;
  id: string;
  tiltDeg?: Typed;
  azimuthDeg?: Typed;
  widthM?: Typed;
  slopeM?: Typed;
  places: readonly DraftPlace[];
}

export interface DraftModuleType {
  [key: string]: unknown;
  id: string;
  pmaxW?: Typed;
  lengthMm?: Typed;
  widthMm?: Typed;
}

export interface DraftInverter {
  [key: string]: unknown;
  id: string;
  acRatedW?: Typed;
  mppts?: readonly { id: string }[];
}

/** A string being drawn. Its modules, plane and segments follow from the places that name it. */
export interface DraftString {
  [key: string]: unknown;
  id: string;
  inverter?: string;
  mppt?: string;
  plane?: string;
  moduleType?: string;
  modules: number;
  segments?: readonly { plane: string; modules: number }[];
}

/**
 * A site while it is drawn and typed: the site file's own shape, in which values may be missing or not yet readable, and
 * every module of every plane has its place. Never changed in place: each step makes a new one that shares what stayed.
 */
export interface SiteDraft {
  [key: string]: unknown;
  id?: string;
  name?: string;
  location: Readonly<Record<string, unknown>>;
  moduleTypes: readonly DraftModuleType[];
  planes: readonly DraftPlane[];
  inverters: readonly DraftInverter[];
  strings: readonly DraftString[];
}

/** Words and units of a site that is drawn. */
export function draftTerms({ terms }: SiteDraft): Terms {
  return termsOf({ terms: termsSchema.safeParse(terms ?? {}).data });
}

/** What a new site begins with: one of each, to be filled in. */
export function emptyDraft(timeZone: string): SiteDraft {
  return {
    format: "irradant-site/1",
    location: { timeZone },
    moduleTypes: [{ id: "module" }],
    planes: [{ id: "roof", places: [] }],
    inverters: [{ id: "inv1", mppts: [{ id: "A" }] }],
    strings: [],
  };
}

/** A site as a draft, with every module's place told. */
export function draftOf(site: SiteFile): SiteDraft {
  const typeOf = new Map(site.strings.map(({ id, moduleType }) => [id, moduleType]));
  const planes = site.planes.map((plane): DraftPlane => {
    const told = plane.places?.map(
      (place): DraftPlace => ({
        ...place,
        moduleType: place.string === undefined ? (place.moduleType ?? site.moduleTypes[0].id) : (typeOf.get(place.string) as string),
      }),
    );
    const laid = layOutPlane(site, plane)?.places.map(
      ({ stringId, place, rightM, upSlopeM }): DraftPlace => ({
        ...{ string: stringId, place, rightM: millimetres(rightM), upM: millimetres(upSlopeM), turned: false },
        moduleType: typeOf.get(stringId) as string,
      }),
    );
    return { ...plane, places: told ?? laid ?? [] };
  });
  return { ...site, planes };
}

/** To the millimetre, which nobody measures finer on a roof. */
export function millimetres(metres: number): number {
  return Math.round(metres * 1000) / 1000;
}

/** A typed number, null where there is none that can be read. */
export function numberOf(typed: unknown): number | null {
  return typeof typed === "number" && Number.isFinite(typed) ? typed : null;
}

/** A number out of what a person types, with a comma or a point; what isn't one stays the text, nothing is undefined. */
export function typedNumber(text: string): Typed {
  const plain = text
    .trim()
    .replace(/[\s\u00a0\u202f']/g, "")
    .replace(",", ".")
    .replace("\u2212", "-");
  if (plain === "") return undefined;
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(plain) ? Number(plain) : text;
}
