import { asItself, type Kept, surplusOf, totalOf } from "./accepted";
import type { Axis } from "./axis";
import type { Accepted, Candidate } from "./candidate";
import { candidateCost } from "./candidateCost";
import { buildCells, type Cells, residuals } from "./cells";
import { collapse } from "./collapse";
import { Costs, type Fitness } from "./cost";
import { type Layer, outputW } from "./layers";
import { lostShare } from "./lostShare";
import { estimateNoise, type Noise } from "./noise";
import { buildNuisance, litDays } from "./nuisance";
import { bestStart, type CostAt, patternSearch } from "./patternSearch";
import { ratioOf } from "./ratio";
import { reachOf } from "./reach";
import { Scratch } from "./scratch";
import { ThinGround } from "./thinGround";

/** Sweeps over a candidate's parameters when it is first tried, when it is among the best, and when all are fitted together. */
const SWEEPS = { rough: 2, first: 6, together: 2 } as const;
/** So many candidates are fitted to the end in a round. */
const FINALISTS = 4;
/** Of the best one's gain: a search to the end adds a fifth, seldom a half. */
const FINALIST_PART = 0.4;
/**
 * Of a candidate's price: what the best place to begin with has to explain before it is searched from, and what a rough search has to before it is
 * finished. Of everything that was ever taken up the first had explained 1.1 times its price, and the second as much.
 */
const HOPE = { start: 0.2, rough: 0.7 } as const;
/** What explains more than this pays however else its absence might be explained by what may be off. */
const SURE_GAIN = 250;
/** What is this much worse after everything has moved once won't be better after it has moved again. */
const HOPELESS = 30;
/** What being free would explain at least: from tenfold odds on evidence is strong (Jeffreys 1961), under it a cause isn't pressed by its bounds. */
const PRESSED = Math.log(10);
/** Where causes leave more than this they hardly act. */
const UNTOUCHED = 0.97;
/** What a cause has to explain beyond its price before it is believed: the model is never quite true. */
const SAFETY = 8;

/**
 * Causes that are fitted together to one axis: knows how well the accepted ones explain what was measured, what is left, and
 * what another would explain.
 */
export class Fit {
  readonly cells: Cells;
  readonly noise: Noise;
  readonly costs: Costs;
  private readonly lnDays: number;
  readonly scratch: Scratch;
  private readonly thin: ThinGround | null;
  /** By how much the model as it stands follows what may be off, by `cell × units + unit`: 1 where it is free, 0 where it stands at a limit, is off or hidden. */
  reach: Float64Array = new Float64Array();
  accepted: Accepted[] = [];
  /** How well all that is known and accepted explains what was measured. */
  state: Fitness;

  constructor(
    readonly axis: Axis,
    /** What is known without a fit: outages, strings whose current is told. */
    readonly known: readonly Layer[] = [],
  ) {
    this.scratch = new Scratch(axis.count);
    this.cells = buildCells(axis);
    const modelW = axis.units.map((_, u) => outputW(axis, u, known, new Float64Array(axis.count)));
    const residual = residuals(axis, this.cells, modelW);
    this.noise = estimateNoise(axis, this.cells, residual);
    const nuisance = buildNuisance(axis, this.cells);
    this.costs = new Costs(this.cells, axis.cellRow, this.noise, nuisance, axis.comparison.days.days.length);
    this.thin = ThinGround.of(axis, this.cells, this.noise);
    this.lnDays = Math.log(Math.max(2, litDays(axis)));
    const reach = reachOf(axis, this.cells, known);
    this.costs.reachBy(reach);
    this.state = this.costs.evaluate(residual);
    this.follow(reach);
  }

  /** Layers of everything that is known and accepted, but for one. */
  layers(but?: Accepted): Layer[] {
    return [
      ...this.known,
      ...this.accepted.filter((one) => one !== but).flatMap(({ candidate, values }) => candidate.layers(this.axis, values)),
    ];
  }

  /** What a candidate has to explain before it is worth a look. */
  priceOf({ price, parameters, looks = 1 }: Candidate): number {
    return looks * (SAFETY + price + 0.5 * parameters.filter(({ step }) => step > 0).length * this.lnDays);
  }

  /**
   * Fits candidates' own parameters beside what is accepted: all of them roughly, then the best ones to the end.
   * @returns what each explains, in their order; of the rough ones at least so much
   */
  tryAll(candidates: readonly Candidate[]): Accepted[] {
    const base = collapse(this.layers());
    const rough = candidates.map((candidate) => this.rough(candidate, base));
    const hopeful = rough.filter(({ gain, price }) => gain >= HOPE.rough * price);
    const finalists = hopeful.sort((a, b) => surplusOf(b) - surplusOf(a)).slice(0, FINALISTS);
    // What explains far less than the best isn't next, however well it is finished.
    const best = new Set(finalists.filter(({ gain }) => gain >= FINALIST_PART * (finalists[0]?.gain ?? 0)));
    return rough.map((one) => (best.has(one) ? this.finish(one, base) : one));
  }

  /** Fits one candidate's own parameters beside what is accepted. */
  try(candidate: Candidate): Accepted {
    const base = collapse(this.layers());
    return this.finish(this.rough(candidate, base), base);
  }

  private rough(candidate: Candidate, base: readonly Layer[]): Accepted {
    // What has nothing to search for is as soon looked at on all days.
    const thin = candidate.parameters.length > 0 ? this.thin : null;
    const { costAt, without } = thin?.costOf(candidate, base) ?? { costAt: this.costOf(candidate, base), without: this.state.cost };
    const price = this.priceOf(candidate);
    const start = bestStart(candidate, costAt);
    const hopeless = without - start.cost < HOPE.start * price;
    const { values, cost } = hopeless ? start : patternSearch(candidate, start, costAt, SWEEPS.rough);
    const share = hopeless ? 0 : lostShare(this.axis, base, candidate.layers(this.axis, values));
    return { candidate, values, gain: without - cost, price, lostShare: share };
  }

  private finish(one: Accepted, base: readonly Layer[]): Accepted {
    const { candidate } = one;
    const costAt = this.costOf(candidate, base);
    const { values } = patternSearch(candidate, { values: one.values, cost: costAt(one.values) }, costAt, SWEEPS.first);
    const layers = candidate.layers(this.axis, values);
    return {
      ...one,
      values,
      gain: this.state.cost - this.costWith([...base, ...layers], false).cost,
      lostShare: lostShare(this.axis, base, layers),
    };
  }

  /** Takes a candidate up and fits all together again. */
  accept(one: Accepted): void {
    this.accepted = [...this.accepted, one];
    this.refresh(false);
    this.together();
  }

  /** Has these stand in place of what is accepted, fits all of them together, and keeps those that pay. */
  standInstead(some: readonly Accepted[]): void {
    this.accepted = some.map((one) => ({ ...one, values: [...one.values] }));
    this.refresh();
    this.together();
  }

  /** What all that isn't explained and all that is accepted cost together: less is better. */
  get total(): number {
    return totalOf(this);
  }

  /** All as it stands, to come back to. */
  kept(): Kept {
    return { accepted: this.accepted.map((one) => ({ ...one, values: [...one.values] })), state: this.state };
  }

  /** Puts everything back to how it stood. */
  goBackTo({ accepted, state }: Kept): void {
    this.accepted = accepted;
    this.state = state;
    const reach = reachOf(this.axis, this.cells, this.layers());
    this.costs.reachBy(reach);
    this.follow(reach);
  }

  /** Takes a candidate up, and lets it go again where all together explain no more than before. @returns whether it stands */
  acceptIfBetter(one: Accepted): boolean {
    const kept = this.kept();
    this.accepted = [...this.accepted, { ...one, values: [...one.values] }];
    this.refresh(false);
    this.searchInTurn();
    this.refresh(false);
    if (this.total > totalOf(kept) + HOPELESS) {
      this.goBackTo(kept);
      return false;
    }
    this.together();
    const standing = this.accepted.find(({ candidate }) => candidate === one.candidate);
    if (standing && this.total < totalOf(kept) - 1e-6 && this.isItself(standing)) return true;
    this.goBackTo(kept);
    return false;
  }

  /** Whether an accepted cause would stay what it is if it were free: what is only kept from being something else by its own bounds isn't it. */
  isItself(one: Accepted): boolean {
    const { candidate, values } = one;
    if (!candidate.believable) return true;
    const costAt = this.costOf(candidate, collapse(this.layers(one)));
    const cost = costAt(values);
    const free = patternSearch(candidate, { values, cost }, costAt, SWEEPS.together);
    return candidate.believable(free.values) || cost - free.cost < PRESSED;
  }

  /** Lets causes go that aren't believed after all, and fits the others without them. */
  dismiss(some: readonly Accepted[]): void {
    if (some.length === 0) return;
    this.accepted = this.accepted.filter((one) => !some.includes(one));
    this.refresh();
    this.together();
  }

  /** What candidates explain where one accepted cause isn't there; everything stands again afterwards. */
  tryWithout(one: Accepted, propose: (fit: Fit) => readonly Candidate[]): Accepted[] {
    const { accepted, state } = this;
    this.accepted = accepted.filter((other) => other !== one);
    this.refresh(false);
    const tried = this.tryAll(propose(this));
    this.goBackTo({ accepted, state });
    return tried;
  }

  /** Fits the parameters of all accepted causes in turn, and lets go of what no longer pays. */
  together(): void {
    // What didn't move the first time won't the second.
    if (this.searchInTurn()) {
      this.refresh(false);
      this.searchInTurn();
    }
    this.refresh();
    for (const one of [...this.accepted]) {
      const base = collapse(this.layers(one));
      // Without it other hours may stand at a limit: what may be off has to reach as it does there.
      this.costs.reachBy(reachOf(this.axis, this.cells, base));
      one.gain = this.costWith(base, false).cost - this.state.cost;
      // What else could be off without it is looked for anew only where that could make a difference.
      if (one.gain < SURE_GAIN) one.gain = Math.min(one.gain, this.costWith(base, true).cost - this.state.cost);
      this.costs.reachBy(this.reach);
      one.lostShare = lostShare(this.axis, base, one.candidate.layers(this.axis, one.values));
      if (surplusOf(one) > 0) continue;
      this.accepted = this.accepted.filter((other) => other !== one);
      this.refresh();
    }
  }

  /** @returns whether anything moved */
  private searchInTurn(): boolean {
    let moved = false;
    for (const one of this.accepted) {
      if (one.values.length === 0) continue;
      const before = one.values;
      const costAt = asItself(one, this.costOf(one.candidate, collapse(this.layers(one))));
      one.values = patternSearch(one.candidate, { values: one.values, cost: costAt(one.values) }, costAt, SWEEPS.together).values;
      moved ||= one.values.some((value, k) => value !== before[k]);
    }
    return moved;
  }

  /**
   * What each unit gives of the model's healthy output when nothing is wrong, at the points of an axis: its calibration and what else may be off.
   * @param on any axis of the same comparison and units
   */
  ratioOn(on: Axis): Float64Array[] {
    return ratioOf(on, this.state.coefficients);
  }

  /** By `cell × units + unit`: 1 where the accepted causes together take hardly anything. */
  untouched(): Uint8Array {
    const { axis, cells } = this;
    const out = new Uint8Array(cells.count * cells.units);
    axis.units.forEach((_, u) => {
      const before = outputW(axis, u, this.known, new Float64Array(axis.count));
      const after = outputW(axis, u, this.layers(), new Float64Array(axis.count));
      for (let k = 0; k < cells.count; k++) {
        let [all, left] = [0, 0];
        for (let p = axis.cellFirst[k]; p < axis.cellFirst[k + 1]; p++) {
          all += before[p];
          left += after[p];
        }
        out[k * cells.units + u] = left > UNTOUCHED * all ? 1 : 0;
      }
    });
    return out;
  }

  /** @param anew whether what may be off is looked for from nothing as well */
  private refresh(anew = true): void {
    const layers = this.layers();
    const reach = reachOf(this.axis, this.cells, layers);
    this.costs.reachBy(reach);
    this.state = this.costWith(layers, anew);
    this.follow(reach);
  }

  /** Searches go by the weights of the fit as it stands. */
  private follow(reach: Float64Array): void {
    this.reach = reach;
    this.costs.weighFor(this.state.left);
    this.thin?.follow(this.state.left, reach);
  }

  /** The fit of a set of layers. */
  private costWith(layers: readonly Layer[], anew: boolean): Fitness {
    const modelW = this.axis.units.map((_, u) => outputW(this.axis, u, layers, new Float64Array(this.axis.count)));
    const residual = residuals(this.axis, this.cells, modelW);
    const near = this.costs.evaluate(residual, this.costs.solve(residual), 2);
    if (!anew) return near;
    // With a cause more or less, what may be off can lie elsewhere: looked for anew as well.
    const far = this.costs.evaluate(residual);
    return far.cost < near.cost ? far : near;
  }

  /** The cost of a candidate's parameters beside other layers, for searches. */
  private costOf(candidate: Candidate, base: readonly Layer[]): CostAt {
    return candidateCost(this, candidate, base).costAt;
  }
}
