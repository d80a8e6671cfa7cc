import { moduleScope } from "@/core/site/places";
import type { SiteView } from "@/server/sites/openSite";
import { Figure } from "../marks/Figure";

/** The mean of what near obstacles take from a plane's modules, open to where it comes from. */
export function ShadeFigure({ shaded: { modules, year }, obstacles }: { shaded: SiteView["shade"][number]; obstacles: string[] }) {
  const mean = modules.reduce((sum, { beamLost }) => sum + beamLost, 0) / modules.length;
  const worst = modules.reduce((most, one) => (one.beamLost > most.beamLost ? one : most));
  return (
    <div className="mt-2">
      <Figure
        label="Beam lost to near obstacles, mean of the modules"
        value={`${(mean * 100).toFixed(1)} %`}
        origin={{
          formula: "Σ DNI·cos θ·(1 − share in the light) / Σ DNI·cos θ",
          inputs: [
            ["Obstacles", obstacles.join(", ")],
            ["Most", `${moduleScope(worst.stringId, worst.place)}: ${(worst.beamLost * 100).toFixed(1)} %`],
            ["Sky diffuse lost, most", `${(Math.max(...modules.map(({ skyLost }) => skyLost)) * 100).toFixed(1)} %`],
            ["Heights of", `July ${year}`],
          ],
          source:
            "Clear skies by Ineichen & Perez 2002 on the 21st of each month, over the horizon; each bypassed strip from four points. Under each name on the plan: that module's share.",
        }}
      />
    </div>
  );
}
