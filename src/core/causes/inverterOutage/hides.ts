import type { Fit } from "../../fit/fit";
import type { CouldHide } from "../../signatures/couldHide";
import { NOTHING_SHARE } from "./inverterOutage";

/** A stop under snow: as much as was due on the days on which snow is taken for why nothing came. */
export function stopHides(fit: Fit): CouldHide[] {
  const { axis } = fit;
  const layers = fit.layers().filter(({ stage }) => stage === "cover");
  let whole = 0;
  for (const { measuredW, unlimitedW } of axis.units)
    for (let p = 0; p < axis.count; p++) whole += Number.isNaN(measuredW[p]) ? 0 : unlimitedW[p];
  return axis.units.flatMap(({ unit, measuredW, unlimitedW }, u): CouldHide[] => {
    const covers = layers.filter((layer) => layer.unit === u);
    let due = 0;
    for (let p = 0; p < axis.count; p++) {
      if (measuredW[p] <= NOTHING_SHARE * unit.acRatedW && covers.some(({ values }) => values[p] > 0)) due += unlimitedW[p];
    }
    return [{ scope: unit.scope, under: due / whole, look: `Error log of ${unit.scope} for the days under snow, or a look at the glass` }];
  });
}
