import { boundsOf, type PlaneBounds, sizeAsItLies } from "../plane/layout";
import { type DraftPlace, millimetres, numberOf, type SiteDraft } from "./draft";
import { type ModuleRef, placeAt, settle, withModules } from "./wiring";

/** Modules put down together, in rows and columns. */
export interface Block {
  moduleType: string;
  rows: number;
  columns: number;
  turned: boolean;
  /** Between neighbours in a row, and between rows, mm. */
  gapMm: number;
  rowGapMm: number;
}

/** A size as the data sheet of a type has it, else the usual one. */
const USUAL_MM = { lengthMm: 1722, widthMm: 1134 } as const;

/** Room that a block is given beside what lies there already, m. */
const BESIDE_M = 0.5;

/** A module's size as it lies in a draft. */
export function sizeOf(
  draft: SiteDraft,
  { moduleType, turned }: Pick<DraftPlace, "moduleType" | "turned">,
): { acrossM: number; upM: number } {
  const type = draft.moduleTypes.find(({ id }) => id === moduleType);
  const [lengthMm, widthMm] = [numberOf(type?.lengthMm), numberOf(type?.widthMm)];
  return sizeAsItLies(
    {
      lengthMm: lengthMm !== null && lengthMm > 0 ? lengthMm : USUAL_MM.lengthMm,
      widthMm: widthMm !== null && widthMm > 0 ? widthMm : USUAL_MM.widthMm,
    },
    turned,
  );
}

/** Edges round modules of a plane; null where there are none. */
export function boundsOfModules(draft: SiteDraft, refs: readonly ModuleRef[]): PlaneBounds | null {
  const things = refs.flatMap((ref) => {
    const place = placeAt(draft, ref);
    return place ? [{ rightM: place.rightM, upSlopeM: place.upM, ...sizeOf(draft, place) }] : [];
  });
  return things.length > 0 ? boundsOf(things) : null;
}

/** Every module of a plane. */
export function modulesIn(draft: SiteDraft, plane: number): ModuleRef[] {
  return (draft.planes[plane]?.places ?? []).map((_, at) => ({ plane, at }));
}

/** Modules that can be told one by one in a block; more are put down in several. */
export const MOST_IN_BLOCK = 2000;

/**
 * Puts a block of modules on a plane: in its middle where the plane is bare, else to the right of what lies there, level with its upper edge.
 * @returns the draft and the new modules, row by row from the ridge
 */
export function putBlock(draft: SiteDraft, plane: number, block: Block): { draft: SiteDraft; refs: ModuleRef[] } {
  const size = sizeOf(draft, block);
  const [pitchX, pitchY] = [size.acrossM + block.gapMm / 1000, size.upM + block.rowGapMm / 1000];
  const [width, height] = [block.columns * pitchX - block.gapMm / 1000, block.rows * pitchY - block.rowGapMm / 1000];
  const there = boundsOfModules(draft, modulesIn(draft, plane));
  const [left, upper] = there ? [there.rightM + BESIDE_M, there.upperM] : [-width / 2, height / 2];
  const added = Array.from({ length: block.rows * block.columns }, (_, k): DraftPlace => {
    const [row, column] = [Math.floor(k / block.columns), k % block.columns];
    return {
      rightM: millimetres(left + size.acrossM / 2 + column * pitchX),
      upM: millimetres(upper - size.upM / 2 - row * pitchY),
      turned: block.turned,
      moduleType: block.moduleType,
    };
  });
  const first = draft.planes[plane].places.length;
  const planes = draft.planes.map((one, k) => (k === plane ? { ...one, places: [...one.places, ...added] } : one));
  return { draft: { ...draft, planes }, refs: added.map((_, k) => ({ plane, at: first + k })) };
}

/** Moves modules by so many metres. */
export function moveModules(draft: SiteDraft, refs: readonly ModuleRef[], rightM: number, upM: number): SiteDraft {
  return withModules(draft, refs, (place) => ({ ...place, rightM: millimetres(place.rightM + rightM), upM: millimetres(place.upM + upM) }));
}

/** Turns each module by a quarter where it lies. */
export function turnModules(draft: SiteDraft, refs: readonly ModuleRef[]): SiteDraft {
  return withModules(draft, refs, (place) => ({ ...place, turned: !place.turned }));
}

/** Takes modules away; their strings close up. */
export function removeModules(draft: SiteDraft, refs: readonly ModuleRef[]): SiteDraft {
  const gone = new Set(refs.map(({ plane, at }) => `${plane}/${at}`));
  const planes = draft.planes.map((plane, p) => ({ ...plane, places: plane.places.filter((_, at) => !gone.has(`${p}/${at}`)) }));
  return settle({ ...draft, planes });
}

/** Modules that lie over each other by more than a finger's breadth: one of them is in the wrong place. */
export function overlapping(draft: SiteDraft, plane: number): [ModuleRef, ModuleRef][] {
  const places = draft.planes[plane].places.map((place, at) => ({
    ...sizeOf(draft, place),
    rightM: place.rightM,
    upM: place.upM,
    height: sizeOf(draft, place).upM,
    at,
  }));
  const byLeft = [...places].sort((a, b) => a.rightM - a.acrossM / 2 - (b.rightM - b.acrossM / 2));
  const found: [ModuleRef, ModuleRef][] = [];
  byLeft.forEach((one, k) => {
    for (let next = k + 1; next < byLeft.length; next++) {
      const other = byLeft[next];
      if (other.rightM - other.acrossM / 2 > one.rightM + one.acrossM / 2 - FINGER_M) break;
      if (Math.abs(one.upM - other.upM) < (one.height + other.height) / 2 - FINGER_M)
        found.push([
          { plane, at: one.at },
          { plane, at: other.at },
        ]);
    }
  });
  return found;
}

/** M. */
const FINGER_M = 0.01;

/** Sets the gaps between modules that lie in rows: each row from its left edge on, the rows from the upper edge down. */
export function spaced(draft: SiteDraft, refs: readonly ModuleRef[], gapMm: number, rowGapMm: number): SiteDraft {
  const things = refs.flatMap((ref) => {
    const place = placeAt(draft, ref);
    return place ? [{ ref, rightM: place.rightM, upSlopeM: place.upM, ...sizeOf(draft, place) }] : [];
  });
  const rows: (typeof things)[] = [];
  for (const thing of things.sort((a, b) => b.upSlopeM - a.upSlopeM)) {
    const row = rows.at(-1);
    if (row && row[0].upSlopeM - thing.upSlopeM < thing.upM / 2) row.push(thing);
    else rows.push([thing]);
  }
  const moved = new Map<string, { rightM: number; upM: number }>();
  let upper = Math.max(...things.map(({ upSlopeM, upM }) => upSlopeM + upM / 2));
  for (const row of rows) {
    let left = Math.min(...row.map(({ rightM, acrossM }) => rightM - acrossM / 2));
    for (const { ref, acrossM, upM } of row.sort((a, b) => a.rightM - b.rightM)) {
      moved.set(`${ref.plane}/${ref.at}`, { rightM: millimetres(left + acrossM / 2), upM: millimetres(upper - upM / 2) });
      left += acrossM + gapMm / 1000;
    }
    upper -= Math.max(...row.map(({ upM }) => upM)) + rowGapMm / 1000;
  }
  return withModules(draft, refs, (place, k) => ({ ...place, ...moved.get(`${refs[k].plane}/${refs[k].at}`) }));
}
