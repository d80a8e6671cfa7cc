import type { DraftPlace, DraftPlane, DraftString, SiteDraft } from "./draft";

/** A module of a draft: its plane and its place in the plane's list. */
export interface ModuleRef {
  plane: number;
  at: number;
}

/** The module that a reference names; undefined where there is none. */
export function placeAt(draft: SiteDraft, { plane, at }: ModuleRef): DraftPlace | undefined {
  return draft.planes[plane]?.places[at];
}

/** A string's modules in the order in which it runs through them. */
export function modulesOf(draft: SiteDraft, stringId: string): ModuleRef[] {
  return draft.planes
    .flatMap(({ places }, plane) =>
      places.flatMap((place, at) => (place.string === stringId ? [{ plane, at, place: place.place ?? 0 }] : [])),
    )
    .sort((a, b) => a.place - b.place)
    .map(({ plane, at }) => ({ plane, at }));
}

/** The same for all strings at once. */
export function modulesByString(draft: SiteDraft): Map<string, ModuleRef[]> {
  const found = new Map<string, (ModuleRef & { place: number })[]>(draft.strings.map(({ id }) => [id, []]));
  draft.planes.forEach(({ places }, plane) => {
    places.forEach(({ string, place }, at) => {
      if (string !== undefined) found.get(string)?.push({ plane, at, place: place ?? 0 });
    });
  });
  return new Map([...found].map(([id, refs]) => [id, refs.sort((a, b) => a.place - b.place).map(({ plane, at }) => ({ plane, at }))]));
}

/** Changes modules of a draft. */
export function withModules(draft: SiteDraft, refs: readonly ModuleRef[], change: (place: DraftPlace, k: number) => DraftPlace): SiteDraft {
  const orders = new Map(refs.map(({ plane, at }, k) => [`${plane}/${at}`, k]));
  const planes = draft.planes.map((plane, p): DraftPlane => {
    if (!refs.some((ref) => ref.plane === p)) return plane;
    return {
      ...plane,
      places: plane.places.map((place, at) => {
        const k = orders.get(`${p}/${at}`);
        return k === undefined ? place : change(place, k);
      }),
    };
  });
  return { ...draft, planes };
}

/**
 * Runs a string on through modules, in this order. Those that are wired already are passed over, and so are other types than the string's;
 * its first module tells the string's type.
 */
export function runOn(draft: SiteDraft, stringId: string, refs: readonly ModuleRef[]): SiteDraft {
  const pvString = draft.strings.find(({ id }) => id === stringId);
  if (!pvString) return draft;
  const first = refs.map((ref) => placeAt(draft, ref)).find((place) => place && place.string === undefined);
  const type = pvString.modules > 0 ? pvString.moduleType : (first?.moduleType ?? pvString.moduleType);
  const free = refs.filter((ref) => {
    const place = placeAt(draft, ref);
    return place && place.string === undefined && place.moduleType === type;
  });
  const next = modulesOf(draft, stringId).length + 1;
  const wired = withModules(draft, free, (place, k) => ({ ...place, string: stringId, place: next + k }));
  return settle(withString(wired, stringId, { moduleType: type }));
}

/** Takes modules off their strings; those that stay close up. */
export function unwire(draft: SiteDraft, refs: readonly ModuleRef[]): SiteDraft {
  return settle(withModules(draft, refs, ({ string: _, place: __, ...place }) => place as DraftPlace));
}

/** Turns a string round: its last module becomes the first. */
export function reversed(draft: SiteDraft, stringId: string): SiteDraft {
  const refs = modulesOf(draft, stringId);
  return settle(withModules(draft, refs, (place, k) => ({ ...place, place: refs.length - k })));
}

/** Changes what a string says of itself. */
export function withString(draft: SiteDraft, stringId: string, change: Partial<DraftString>): SiteDraft {
  return { ...draft, strings: draft.strings.map((one) => (one.id === stringId ? { ...one, ...change } : one)) };
}

/** A string of its own for an inverter, named like its neighbours. */
export function addString(draft: SiteDraft): { draft: SiteDraft; id: string } {
  const id = freeId("s", draft.strings);
  const last = draft.strings.at(-1);
  const inverter = last?.inverter ?? draft.inverters[0]?.id;
  const added: DraftString = {
    id,
    inverter,
    mppt: last?.mppt ?? draft.inverters.find((one) => one.id === inverter)?.mppts?.[0]?.id,
    // Until its first module tells them.
    plane: draft.planes[0]?.id,
    moduleType: last?.moduleType ?? draft.moduleTypes[0]?.id,
    modules: 0,
  };
  return { draft: { ...draft, strings: [...draft.strings, added] }, id };
}

/** Takes a string away; its modules stay where they lie. */
export function removeString(draft: SiteDraft, stringId: string): SiteDraft {
  const free = unwire(draft, modulesOf(draft, stringId));
  return { ...free, strings: free.strings.filter(({ id }) => id !== stringId) };
}

/** Renames a string with its modules. */
export function renameString(draft: SiteDraft, from: string, to: string): SiteDraft {
  const renamed = withModules(draft, modulesOf(draft, from), (place) => ({ ...place, string: to }));
  return { ...renamed, strings: renamed.strings.map((one) => (one.id === from ? { ...one, id: to } : one)) };
}

/** "s3" after "s1" and "s2". */
export function freeId(word: string, taken: readonly { id: string }[]): string {
  for (let k = 1; ; k++) if (!taken.some(({ id }) => id === `${word}${k}`)) return `${word}${k}`;
}

/** Makes strings say what their modules' places tell: how many, in which planes, numbered without a gap. */
export function settle(draft: SiteDraft): SiteDraft {
  const runs = modulesByString(draft);
  let settled = draft;
  for (const refs of runs.values()) {
    if (refs.some((ref, k) => placeAt(draft, ref)?.place !== k + 1))
      settled = withModules(settled, refs, (place, k) => ({ ...place, place: k + 1 }));
  }
  return { ...settled, strings: settled.strings.map((pvString) => told(settled, pvString, runs.get(pvString.id) ?? [])) };
}

function told(draft: SiteDraft, pvString: DraftString, refs: readonly ModuleRef[]): DraftString {
  const segments: { plane: string; modules: number }[] = [];
  for (const { plane } of refs) {
    const last = segments.at(-1);
    if (last?.plane === draft.planes[plane].id) last.modules++;
    else segments.push({ plane: draft.planes[plane].id, modules: 1 });
  }
  const { segments: before, ...rest } = pvString;
  const same = JSON.stringify(before ?? null) === JSON.stringify(segments.length > 1 ? segments : null);
  const plane = segments[0]?.plane ?? pvString.plane;
  if (same && plane === pvString.plane && pvString.modules === refs.length) return pvString;
  return { ...rest, plane, modules: refs.length, ...(segments.length > 1 ? { segments } : {}) };
}
