import { checkSite } from "../design/checkSite";
import type { DesignLimit } from "../design/rule";
import { FaultList } from "../errors/formatError";
import { checkReferences } from "../formats/siteReferences";
import { inverterSchema, moduleTypeSchema, planeSchema, type SiteFile, siteFileSchema, stringSchema } from "../site/siteSchema";
import { numberOf, type SiteDraft } from "./draft";

/** Modules and power of a part of a draft. */
export interface PartSum {
  id: string;
  modules: number;
  /** Null while a type's power isn't told. */
  kwp: number | null;
}

/** What a draft adds up to. */
export interface DraftSums {
  planes: PartSum[];
  strings: PartSum[];
  inverters: (PartSum & { acKw: number | null })[];
  all: PartSum;
  /** Modules that lie there wired to nothing. */
  unwired: number;
}

/** Adds a draft up by plane, string and inverter. */
export function sumsOf(draft: SiteDraft): DraftSums {
  const powers = new Map(draft.moduleTypes.map(({ id, pmaxW }) => [id, numberOf(pmaxW)]));
  const inverterOf = new Map(draft.strings.map(({ id, inverter }) => [id, inverter]));
  const [planes, strings, inverters] = [new Tally(draft.planes), new Tally(draft.strings), new Tally(draft.inverters)];
  const all = new Tally([{ id: "site" }]);
  for (const { id, places } of draft.planes) {
    for (const { string, moduleType } of places) {
      const watts = powers.get(moduleType) ?? null;
      all.add("site", watts);
      planes.add(id, watts);
      if (string === undefined) continue;
      strings.add(string, watts);
      inverters.add(inverterOf.get(string), watts);
    }
  }
  return {
    planes: planes.sums,
    strings: strings.sums,
    inverters: inverters.sums.map((part, k) => {
      const { acRatedW, kind } = draft.inverters[k];
      const rated = numberOf(acRatedW);
      return { ...part, acKw: rated === null ? null : (rated / 1000) * (kind === "micro" ? part.modules : 1) };
    }),
    all: all.sums[0],
    unwired: all.sums[0].modules - strings.sums.reduce((sum, { modules }) => sum + modules, 0),
  };
}

/** Counts modules and power by name. */
class Tally {
  private readonly parts: Map<string, { modules: number; watts: number | null }>;

  constructor(things: readonly { id: string }[]) {
    this.parts = new Map(things.map(({ id }) => [id, { modules: 0, watts: 0 }]));
  }

  /** @param watts null where its type's power isn't told: then neither is the sum */
  add(id: string | undefined, watts: number | null): void {
    const part = id === undefined ? undefined : this.parts.get(id);
    if (!part) return;
    part.modules++;
    part.watts = part.watts === null || watts === null ? null : part.watts + watts;
  }

  get sums(): PartSum[] {
    return [...this.parts].map(([id, { modules, watts }]) => ({ id, modules, kwp: watts === null ? null : watts / 1000 }));
  }
}

/** Design limits of what is told already: strings whose modules, plane and inverter can be read. */
export function limitsOf(draft: SiteDraft): DesignLimit[] {
  const part = readablePart(draft);
  return part ? checkSite(part).limits : [];
}

/** The largest part of a draft that makes a site; null where there is none yet. */
function readablePart(draft: SiteDraft): SiteFile | null {
  const read = <Value extends { id: string }>(
    schema: { safeParse(raw: unknown): { success: boolean; data?: Value } },
    raw: readonly unknown[],
  ) => raw.flatMap((one) => schema.safeParse(one).data ?? []);
  const types = read(moduleTypeSchema, draft.moduleTypes);
  const planes = read(
    planeSchema,
    draft.planes.map(({ places: _, ...plane }) => plane),
  );
  const inverters = read(inverterSchema, draft.inverters);
  const has = (list: readonly { id: string }[], wanted: string) => list.some(({ id }) => id === wanted);
  const strings = read(stringSchema, draft.strings).filter(
    ({ plane, segments, inverter, moduleType }) =>
      has(inverters, inverter) && has(types, moduleType) && has(planes, plane) && (segments ?? []).every((one) => has(planes, one.plane)),
  );
  const raw = {
    ...draft,
    id: "draft",
    name: undefined,
    ...{ moduleTypes: types.filter(({ id }) => strings.some(({ moduleType }) => moduleType === id)), strings },
    planes: planes.filter(({ id }) => strings.some(({ plane, segments }) => plane === id || segments?.some((one) => one.plane === id))),
    inverters: inverters.filter(({ id }) => strings.some(({ inverter }) => inverter === id)),
  };
  const parsed = siteFileSchema.safeParse(raw);
  if (!parsed.success) return null;
  const faults = new FaultList("draft");
  checkReferences(parsed.data, faults);
  return faults.any ? null : parsed.data;
}
