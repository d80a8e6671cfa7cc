import { CLAMP_GAP_MM, layOutPlane } from "@/core/plane/layout";
import { sideWord } from "@/core/site/places";
import type { Plane, PvString, SiteFile } from "@/core/site/siteSchema";
import type { SiteView } from "@/server/sites/openSite";
import { Figure } from "../marks/Figure";

/** How strings are told apart on the plan: by a letter-free edge style and their name, not by colour. */
const STRING_STROKES = ["none", "4 2.5", "1.5 2", "7 2 1.5 2", "9 3", "2 4"];
const SCALE = 0.03; // drawing units a millimetre
const GAP = CLAMP_GAP_MM * SCALE * 2;

/** The array as it lies: each plane seen square on, its rows and modules to scale, strings by edge and name. */
export function ArrayPlan({
  site,
  dead = [],
  shade = [],
  compact = false,
}: {
  site: SiteFile;
  dead?: readonly string[];
  /** What near obstacles take from each module, written under its number. */
  shade?: SiteView["shade"];
  compact?: boolean;
}) {
  return (
    <div className="grid gap-6">
      {site.planes.map((plane) => {
        const layout = layOutPlane(site, plane);
        const shaded = shade.find(({ planeId }) => planeId === plane.id);
        if (!layout) return null;
        const { type, places } = layout;
        const strings = site.strings.filter((pvString) => places.some((place) => place.stringId === pvString.id));
        const [pitchX, pitchY] = [type.widthMm * SCALE + GAP, type.lengthMm * SCALE + GAP];
        const [width, height] = [layout.columns * pitchX, layout.rows * pitchY];
        return (
          <figure key={plane.id} className="keep-together min-w-0">
            <svg
              viewBox={`-14 -16 ${width + 28} ${height + 38}`}
              className={compact ? "max-h-72 w-full" : "max-h-[26rem] w-full"}
              role="img"
              aria-label={planDescription(plane, strings, dead)}
            >
              <defs>
                <pattern id={`dead-${plane.id}`} width="8" height="8" patternUnits="userSpaceOnUse">
                  <path d="M0 8 L8 0" stroke="var(--lost)" strokeWidth="1.5" />
                </pattern>
              </defs>
              <rect
                x={-6}
                y={-6}
                width={width + 12 - GAP}
                height={height + 12 - GAP}
                fill="var(--raised)"
                stroke="var(--rule-strong)"
                strokeWidth="0.8"
              />
              {places.map(({ stringId, place, row, column }) => {
                const order = site.strings.findIndex(({ id }) => id === stringId);
                const gone = dead.includes(stringId);
                const [x, y] = [column * pitchX, row * pitchY];
                const lost = shaded?.modules.find((one) => one.stringId === stringId && one.place === place)?.beamLost;
                return (
                  <g key={`${stringId}.${place}`}>
                    <rect
                      x={x}
                      y={y}
                      width={type.widthMm * SCALE}
                      height={type.lengthMm * SCALE}
                      fill={gone ? `url(#dead-${plane.id})` : "var(--paper)"}
                      stroke={gone ? "var(--lost)" : "var(--ink)"}
                      strokeWidth="1.1"
                      strokeDasharray={STRING_STROKES[order % STRING_STROKES.length]}
                    />
                    <OnModule x={x + (type.widthMm * SCALE) / 2} y={y + (type.lengthMm * SCALE) / 2 + 2.6} mono>
                      {place === 1 ? stringId : String(place).padStart(2, "0")}
                    </OnModule>
                    {lost === undefined ? null : (
                      <OnModule x={x + (type.widthMm * SCALE) / 2} y={y + (type.lengthMm * SCALE) / 2 + 14}>
                        {lostText(lost)}
                      </OnModule>
                    )}
                  </g>
                );
              })}
              <line x1={width / 2 - 30} x2={width / 2 + 30} y1={height + 17} y2={height + 17} stroke="var(--rule-strong)" strokeWidth="1" />
              <text x={width / 2} y={height + 14} textAnchor="middle" fontSize="7" fill="var(--quiet)">
                eaves
              </text>
            </svg>
            <figcaption className="caption figures">
              Plane {plane.id}: {plane.tiltDeg}° tilt, faces {plane.azimuthDeg}° ({sideWord(plane.azimuthDeg)}), {plane.mounting}
            </figcaption>
            {shaded ? <ShadeFigure shaded={shaded} obstacles={plane.obstacles.map(({ id }) => id)} /> : null}
          </figure>
        );
      })}
    </div>
  );
}

/** Writing on a module, readable over its hatch. */
function OnModule({ x, y, mono = false, children }: { x: number; y: number; mono?: boolean; children: string }) {
  return (
    <text
      x={x}
      y={y}
      textAnchor="middle"
      fontSize={mono ? 7.5 : 7}
      fontFamily={mono ? "var(--font-mono)" : undefined}
      stroke="var(--raised)"
      strokeWidth="3"
      paintOrder="stroke"
      fill="var(--ink)"
    >
      {children}
    </text>
  );
}

/** The mean of what is written on the modules, open to where it comes from. */
function ShadeFigure({ shaded: { modules, year }, obstacles }: { shaded: SiteView["shade"][number]; obstacles: string[] }) {
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
            ["Most", `${worst.stringId}.${String(worst.place).padStart(2, "0")}: ${(worst.beamLost * 100).toFixed(1)} %`],
            ["Sky diffuse lost, most", `${(Math.max(...modules.map(({ skyLost }) => skyLost)) * 100).toFixed(1)} %`],
            ["Heights of", `July ${year}`],
          ],
          source:
            "Clear skies by Ineichen & Perez 2002 on the 21st of each month, over the horizon; each bypassed strip from four points. Under each number on the plan: that module's share.",
        }}
      />
    </div>
  );
}

function lostText(share: number): string {
  return share < 0.0005 ? "0 %" : `\u2212${(share * 100).toFixed(1)} %`;
}

function planDescription(plane: Plane, strings: readonly PvString[], dead: readonly string[]): string {
  const parts = strings.map(
    (pvString) => `string ${pvString.id} with ${pvString.modules} modules${dead.includes(pvString.id) ? ", gives nothing" : ""}`,
  );
  return `Plan of plane ${plane.id}: ${parts.join("; ")}`;
}
