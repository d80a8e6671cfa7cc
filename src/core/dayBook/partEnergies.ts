import { segmentsOf } from "../plane/layout";
import { moduleTypeOf } from "../site/lookups";
import type { SiteFile } from "../site/siteSchema";
import type { DayBook } from "./dayBook";

/** A string or module beside the others of its kind on its plane. */
export interface PartEnergy {
  scope: string;
  /** Sum over the known days, in the book's own unit. */
  energy: number;
  unit: "kWh" | "Ah";
  /** Its energy over that of the middle one of its peers on the same days, each by its nameplate (of a charge, by its current); null without peers. */
  overPeers: number | null;
  /** How many others it is held against. */
  peers: number;
}

interface Part {
  at: number;
  scope: string;
  unit: "kWh" | "Ah";
  /** Strings by plane and unit; modules by plane and type: what is alike is held against each other. */
  kind: string;
  size: number;
}

/** Strings and modules whose energy is told, as they are held against each other. */
function partsOf({ shape }: DayBook, site: SiteFile): Part[] {
  return shape.parts.flatMap(({ scope, unit }, at): Part[] => {
    const [stringId, place] = scope.split(".");
    const pvString = site.strings.find(({ id }) => id === stringId);
    if (!pvString) return [];
    const type = moduleTypeOf(site, pvString);
    if (place === undefined) {
      const plane = segmentsOf(pvString)[0].plane;
      // In series all modules have one current: a charge goes by the module's, not by their number.
      return [{ at, scope, unit, kind: `string/${plane}/${unit}`, size: unit === "Ah" ? type.impA : pvString.modules * type.pmaxW }];
    }
    return [{ at, scope, unit, kind: `module/${planeOf(segmentsOf(pvString), Number(place))}`, size: type.pmaxW }];
  });
}

function planeOf(segments: readonly { plane: string; modules: number }[], place: number): string {
  let before = 0;
  for (const { plane, modules } of segments) {
    before += modules;
    if (place <= before) return plane;
  }
  return segments[segments.length - 1].plane;
}

/** An as-built that held before, and the last day on which it did, like "2025-05-30". */
export interface EarlierSite {
  site: SiteFile;
  to: string;
}

function groupByKind(parts: readonly Part[]): Iterable<Part[]> {
  const kinds = new Map<string, Part[]>();
  for (const part of parts) kinds.set(part.kind, [...(kinds.get(part.kind) ?? []), part]);
  return kinds.values();
}

/** The middle one of sorted numbers without one of them. @param but place of that one */
function middleWithout(sorted: readonly number[], but: number): number {
  const at = (k: number) => sorted[k < but ? k : k + 1];
  const [count, half] = [sorted.length - 1, (sorted.length - 1) >> 1];
  return count % 2 === 1 ? at(half) : (at(half - 1) + at(half)) / 2;
}

/**
 * What each string and module gave beside the others of its kind: of each day its energy by its size, and that of the middle one of the others. Sums over any
 * period come from running sums, so that a period can be drawn with the hand.
 */
export class PartEnergies {
  /** Each part as the last as-built that has it. */
  private readonly parts: Part[];
  /** Running sums by part and row, up to the row's beginning. */
  private readonly energy: Float64Array[];
  private readonly own: Float64Array[];
  private readonly others: Float64Array[];

  /**
   * @param site as it is now @param earlier as-builts that held before, in time's order, each with its last day: a part is held against what was of its kind
   *   on the day
   */
  constructor(book: DayBook, site: SiteFile, earlier: readonly EarlierSite[] = []) {
    const { rows } = book.shape;
    const epochs = [
      ...earlier.map((one) => ({ endRow: book.rowOf(one.to) + 1, parts: partsOf(book, one.site) })),
      { endRow: rows, parts: partsOf(book, site) },
    ];
    this.parts = [...new Map(epochs.flatMap(({ parts }) => parts).map((part) => [part.at, part])).values()].sort((a, b) => a.at - b.at);
    const placeOf = new Map(this.parts.map(({ at }, k) => [at, k]));
    const sums = () => this.parts.map(() => new Float64Array(rows + 1));
    [this.energy, this.own, this.others] = [sums(), sums(), sums()];
    const byKind = epochs.map(({ endRow, parts }) => ({ endRow, kinds: [...groupByKind(parts)] }));
    for (let row = 0; row < rows; row++) {
      for (const sum of [this.energy, this.own, this.others]) for (const one of sum) one[row + 1] = one[row];
      for (const alike of byKind.find(({ endRow }) => row < endRow)?.kinds ?? []) {
        const told = alike.map(({ at, size }) => ({ k: placeOf.get(at) as number, value: book.part(row, at), size }));
        const ranked = told
          .filter(({ value }) => !Number.isNaN(value))
          .map(({ k, value, size }) => ({ k, value, by: value / size }))
          .sort((a, b) => a.by - b.by);
        const sorted = ranked.map(({ by }) => by);
        ranked.forEach(({ k, value, by }, rank) => {
          this.energy[k][row + 1] += value;
          if (ranked.length < 2) return;
          this.own[k][row + 1] += by;
          this.others[k][row + 1] += middleWithout(sorted, rank);
        });
      }
    }
  }

  /** Of a period. @param from first row @param to the one after the last */
  over(from: number, to: number): PartEnergy[] {
    const [first, end] = [Math.max(0, from), Math.min((this.energy[0]?.length ?? 1) - 1, to)];
    return this.parts.map(({ scope, unit, kind }, k) => {
      const of = (sum: Float64Array[]) => sum[k][end] - sum[k][first];
      const others = of(this.others);
      return {
        ...{ scope, unit, energy: of(this.energy) },
        overPeers: others > 0 ? of(this.own) / others : null,
        peers: this.parts.filter((other) => other.kind === kind).length - 1,
      };
    });
  }
}
