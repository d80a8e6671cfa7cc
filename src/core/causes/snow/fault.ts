import { z } from "zod";
import { segmentsOf } from "../../plane/layout";
import { faultKind } from "../../signatures/faultKind";
import { simulateCover } from "./snowOnModules";

/** Snow lies on the modules: as it falls and goes in the weather, or all of the span where the weather tells no snow. */
export const snow = faultKind({
  cause: "snow",
  scopes: ["site", "plane", "inverter", "string"],
  parameters: z.object({}),
  effect: ({ place, site, weather, poaWm2, random }) => {
    const covers = new Map(
      site.planes.map((plane) => {
        const light = poaWm2.get(plane.id) as Float64Array;
        return [plane.id, weather.snowCm ? simulateCover(plane, weather, light, random) : null];
      }),
    );
    const planeOf = new Map(site.strings.map((pvString) => [pvString.id, segmentsOf(pvString)[0].plane]));
    return {
      stringShare: (id, i) => {
        if (!place.strings.has(id)) return 1;
        const cover = covers.get(planeOf.get(id) as string)?.[i] ?? 1;
        // A string in series gives little until its last module is nearly clear.
        return cover > 0.9 ? 0 : (1 - cover) ** 1.5;
      },
    };
  },
});
