import { uniformFloat64 } from "pure-rand/distribution/uniformFloat64";
import { xoroshiro128plus } from "pure-rand/generator/xoroshiro128plus";

/** A seeded stream of random numbers: the same seed gives the same stream on every machine. */
export class RandomStream {
  private readonly generator;

  constructor(seed: number) {
    this.generator = xoroshiro128plus(seed);
  }

  /** Uniform in [from, to). */
  uniform(from = 0, to = 1): number {
    return from + (to - from) * uniformFloat64(this.generator);
  }

  /** Normal with mean 0 and deviation 1. Source: Box & Muller 1958. */
  normal(): number {
    return Math.sqrt(-2 * Math.log(1 - this.uniform())) * Math.cos(2 * Math.PI * this.uniform());
  }

  /** True with a probability. */
  chance(probability: number): boolean {
    return this.uniform() < probability;
  }
}
