import type { Candidate } from "./candidate";

/** A search stops when its steps are this small a part of the first ones. */
const FINE = 0.04;

/** Parameters and what they cost. */
export interface Found {
  values: number[];
  cost: number;
}

/** What parameters cost. */
export type CostAt = (values: readonly number[]) => number;

/** The best of the places that a candidate names to begin with, within its bounds. */
export function bestStart({ parameters, starts }: Candidate, costAt: CostAt): Found {
  const within = (values: readonly number[]) =>
    values.map((value, k) => Math.min(parameters[k].most, Math.max(parameters[k].least, value)));
  let best: Found | null = null;
  for (const start of starts ?? [parameters.map(({ value }) => value)]) {
    const values = within(start);
    const cost = costAt(values);
    if (best === null || cost < best.cost) best = { values, cost };
  }
  return best as Found;
}

/** Pattern search over a candidate's parameters within their bounds (Hooke & Jeeves 1961). */
export function patternSearch(candidate: Candidate, start: Found, costAt: CostAt, sweeps: number): Found {
  const values = [...start.values];
  let { cost } = start;
  const steps = candidate.parameters.map(({ step }) => step);
  for (let sweep = 0; sweep < sweeps; sweep++) {
    let moved = false;
    candidate.parameters.forEach((parameter, k) => {
      if (steps[k] <= FINE * parameter.step) return;
      for (const sign of [1, -1]) {
        let went = false;
        for (let again = 0; again < 4; again++) {
          const before = values[k];
          values[k] = Math.min(parameter.most, Math.max(parameter.least, before + sign * steps[k]));
          const next = values[k] === before ? Number.POSITIVE_INFINITY : costAt(values);
          if (next < cost - 1e-9) {
            cost = next;
            went = true;
            moved = true;
            steps[k] *= 1.3;
          } else {
            values[k] = before;
            break;
          }
        }
        if (went) return;
      }
      steps[k] *= 0.4;
    });
    if (!moved && steps.every((step, k) => step <= FINE * candidate.parameters[k].step)) break;
  }
  return { values, cost };
}
