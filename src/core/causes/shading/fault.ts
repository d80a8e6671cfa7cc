import { faultKind } from "../../signatures/faultKind";
import { obstacleSchema } from "../../site/siteSchema";

/** Something that the as-built doesn't know stands between a plane and the sun. */
export const shading = faultKind({
  cause: "shading",
  scopes: ["plane", "site"],
  parameters: obstacleSchema.omit({ id: true }).extend({ id: obstacleSchema.shape.id.default("unknown") }),
  effect: ({ place, parameters }) => ({
    site: (site) => ({
      ...site,
      planes: site.planes.map((plane) =>
        place.kind === "site" || plane.id === place.scope ? { ...plane, obstacles: [...plane.obstacles, parameters] } : plane,
      ),
    }),
  }),
});
