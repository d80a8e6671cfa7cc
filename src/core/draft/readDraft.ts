import { FaultList, type FormatFault } from "../errors/formatError";
import { checkReferences } from "../formats/siteReferences";
import { addIssues } from "../formats/zodFaults";
import { layOutPlane } from "../plane/layout";
import { type Plane, type SiteFile, siteFileSchema } from "../site/siteSchema";
import { millimetres, type SiteDraft } from "./draft";

/** A draft as a site file, or what it still lacks. */
export interface ReadDraft {
  /** Null while anything is missing or wrong. */
  site: SiteFile | null;
  faults: readonly FormatFault[];
}

/** Reads a draft by the same rules as a site file. */
export function readDraft(draft: SiteDraft): ReadDraft {
  const raw = fileOf(draft);
  const list = new FaultList("draft");
  const parsed = siteFileSchema.safeParse(raw);
  if (parsed.success) checkReferences(parsed.data, list);
  else addIssues(list, parsed.error, raw);
  const faults = faultsOf(list);
  return { site: parsed.success && faults.length === 0 ? withoutUsualPlaces(parsed.data) : null, faults };
}

/** A draft in the shape of a file: a wired module's type stands with its string. */
function fileOf(draft: SiteDraft): Record<string, unknown> {
  const planes = draft.planes.map(({ places, ...plane }) => ({
    ...plane,
    ...(places.length === 0
      ? {}
      : {
          places: places.map(({ moduleType, turned, ...place }) => ({
            ...place,
            ...(turned ? { turned } : {}),
            ...(place.string === undefined ? { moduleType } : {}),
          })),
        }),
  }));
  return { ...draft, planes };
}

/** Places that are where they would be taken to be anyway needn't be told. */
function withoutUsualPlaces(site: SiteFile): SiteFile {
  return { ...site, planes: site.planes.map((plane) => (isUsual(site, plane) ? without(plane, "places") : plane)) };
}

function isUsual(site: SiteFile, plane: Plane): boolean {
  if (!plane.places || plane.places.some(({ string }) => string === undefined)) return false;
  const usual = layOutPlane(site, without(plane, "places"))?.places ?? [];
  const told = layOutPlane(site, plane)?.places ?? [];
  const key = (one: (typeof told)[number]) =>
    `${one.stringId} ${one.place} ${millimetres(one.rightM)} ${millimetres(one.upSlopeM)} ${one.turned}`;
  const known = new Set(usual.map(key));
  return told.length === usual.length && told.every((one) => known.has(key(one)));
}

function without<Value extends object, Key extends keyof Value>(value: Value, key: Key): Value {
  const { [key]: _, ...rest } = value;
  return rest as Value;
}

function faultsOf(list: FaultList): readonly FormatFault[] {
  try {
    list.throwIfAny();
    return [];
  } catch (error) {
    return (error as { faults: readonly FormatFault[] }).faults;
  }
}
