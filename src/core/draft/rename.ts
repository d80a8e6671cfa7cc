import type { SiteDraft } from "./draft";
import { renameString } from "./wiring";

/** Lists of a draft whose entries others refer to by id. */
export type NamedList = "moduleTypes" | "planes" | "inverters" | "strings";

/** Renames an entry and everything that refers to it. */
export function renamed(draft: SiteDraft, list: NamedList, from: string, to: string): SiteDraft {
  if (list === "strings") return renameString(draft, from, to);
  const own = {
    ...draft,
    [list]: (draft[list] as readonly { id: string }[]).map((one) => (one.id === from ? { ...one, id: to } : one)),
  } as SiteDraft;
  if (list === "inverters") return { ...own, strings: own.strings.map((one) => (one.inverter === from ? { ...one, inverter: to } : one)) };
  if (list === "planes") {
    const planeOf = <Value extends { plane?: string }>(one: Value): Value => (one.plane === from ? { ...one, plane: to } : one);
    return {
      ...own,
      strings: own.strings.map((one) => planeOf({ ...one, ...(one.segments ? { segments: one.segments.map(planeOf) } : {}) })),
    };
  }
  const typed = <Value extends { moduleType?: string }>(one: Value): Value => (one.moduleType === from ? { ...one, moduleType: to } : one);
  return { ...own, strings: own.strings.map(typed), planes: own.planes.map((plane) => ({ ...plane, places: plane.places.map(typed) })) };
}

/** Gives a string another type of module, its modules with it. */
export function retyped(draft: SiteDraft, stringId: string, moduleType: string): SiteDraft {
  return {
    ...draft,
    strings: draft.strings.map((one) => (one.id === stringId ? { ...one, moduleType } : one)),
    planes: draft.planes.map((plane) => ({
      ...plane,
      places: plane.places.map((place) => (place.string === stringId ? { ...place, moduleType } : place)),
    })),
  };
}
