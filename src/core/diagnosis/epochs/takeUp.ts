import { compare, type SourceNames } from "../../comparison/compare";
import { DAY_MS } from "../../constants";
import type { ModelOptions } from "../../expected/options";
import { calibrationOf } from "../../fit/nuisance";
import type { Diagnosis } from "../../formats/diagnosisFile";
import { writeInstant } from "../../formats/instant";
import type { Series } from "../../series/grid";
import { commonGrid } from "../../series/resample";
import { isSameThing } from "../../site/asBuilts";
import { LOOK_BACK_DAYS } from "../onward/freeze";
import type { Frozen } from "../onward/frozen";
import { goOn } from "../onward/goOn";
import type { Epoch, ToldEpoch } from "./epoch";

/** Of fewer days a fit of their own tells little: it is as many as are looked at with new days. */
const OWN_DAYS = LOOK_BACK_DAYS;

/**
 * The first days of an as-built, told as new days are: what stood at things that are still there goes on as it was fitted before, unless the days say that it was mended;
 * what shows itself within days is told; nothing is fitted anew.
 * @param before the epoch that ended when this one began
 * @returns null where there are days enough for a diagnosis of their own, or nothing can go on
 * @throws FormatError where the files can't be compared
 */
export function takeUp(
  before: ToldEpoch,
  { site }: Epoch,
  weather: Series,
  production: Series,
  names: SourceNames,
  options?: ModelOptions,
): ToldEpoch["run"] | null {
  const grid = commonGrid(weather.grid, production.grid);
  if (!grid || grid.count * grid.stepMs >= OWN_DAYS * DAY_MS) return null;
  const { units } = compare(site, weather, production, names, options);
  const isStill = ({ scope }: { scope: string }) => isSameThing(scope, before.epoch.site, site);
  const { diagnosis, frozen } = before.run;
  const scopes = units.map(({ scope }) => scope);
  const coefficients = [
    ...scopes.map((scope) => (isStill({ scope }) ? (frozen.coefficients[frozen.units.indexOf(scope)] ?? 0) : 0)),
    ...frozen.coefficients.slice(frozen.units.length),
  ];
  const begun: Frozen = {
    ...frozen,
    ...{ windowMs: grid.startMs, untilMs: grid.startMs, units: scopes, coefficients, referenceKwh: 0 },
    causes: frozen.causes.filter(isStill),
  };
  const run = goOn(begun, nothingYet(diagnosis, grid.startMs, isStill), site, weather, production, names, options);
  run?.states.forEach((state, u) => {
    state.healthyRatio = Math.exp(calibrationOf(coefficients, u, scopes.length));
  });
  return run;
}

/** What stands at the beginning of an epoch, before any of its days. */
function nothingYet(diagnosis: Diagnosis, startMs: number, isStill: (one: { scope: string }) => boolean): Diagnosis {
  const none = { expectedKwh: 0, measuredKwh: 0, lossKwh: 0, unexplainedKwh: 0, calibrationKwh: 0 };
  return {
    ...diagnosis,
    period: { from: writeInstant(startMs), to: writeInstant(startMs) },
    energy: { ...diagnosis.energy, ...none },
    causes: diagnosis.causes
      .filter((cause) => cause.to === null && isStill(cause))
      .map((cause) => ({ ...cause, lossKwh: 0, regainKwh: 0 })),
    suspects: diagnosis.suspects.filter(isStill),
  };
}
