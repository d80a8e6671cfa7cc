import type { Plane, PvString, SiteFile } from "@/core/formats/siteFile";
import { CLAMP_GAP_MM, layOutPlane } from "@/core/plane/layout";

/** How strings are told apart on the plan: by a letter-free edge style and their name, not by colour. */
const STRING_STROKES = ["none", "4 2.5", "1.5 2", "7 2 1.5 2", "9 3", "2 4"];
const SCALE = 0.03; // drawing units a millimetre
const GAP = CLAMP_GAP_MM * SCALE * 2;

/** The array as it lies: each plane seen square on, its rows and modules to scale, strings by edge and name. */
export function ArrayPlan({ site, dead = [], compact = false }: { site: SiteFile; dead?: readonly string[]; compact?: boolean }) {
  return (
    <div className="grid gap-6">
      {site.planes.map((plane) => {
        const layout = layOutPlane(site, plane);
        if (!layout) return null;
        const { type, places } = layout;
        const strings = site.strings.filter((pvString) => places.some((place) => place.stringId === pvString.id));
        const [pitchX, pitchY] = [type.widthMm * SCALE + GAP, type.lengthMm * SCALE + GAP];
        const [width, height] = [layout.columns * pitchX, layout.rows * pitchY];
        return (
          <figure key={plane.id} className="min-w-0">
            <svg
              viewBox={`-14 -16 ${width + 28} ${height + 34}`}
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
                    <text
                      x={x + (type.widthMm * SCALE) / 2}
                      y={y + (type.lengthMm * SCALE) / 2 + 2.6}
                      textAnchor="middle"
                      fontSize="7.5"
                      fontFamily="var(--font-mono)"
                      stroke="var(--raised)"
                      strokeWidth="3"
                      paintOrder="stroke"
                      fill="var(--ink)"
                    >
                      {place === 1 ? stringId : String(place).padStart(2, "0")}
                    </text>
                  </g>
                );
              })}
              <line x1={width / 2 - 30} x2={width / 2 + 30} y1={height + 12} y2={height + 12} stroke="var(--rule-strong)" strokeWidth="1" />
              <text x={width / 2} y={height + 9} textAnchor="middle" fontSize="7" fill="var(--quiet)">
                eaves
              </text>
            </svg>
            <figcaption className="caption figures">
              Plane {plane.id}: {plane.tiltDeg}° tilt, faces {plane.azimuthDeg}° ({compass(plane.azimuthDeg)}), {plane.mounting}
            </figcaption>
          </figure>
        );
      })}
    </div>
  );
}

function planDescription(plane: Plane, strings: readonly PvString[], dead: readonly string[]): string {
  const parts = strings.map(
    (pvString) => `string ${pvString.id} with ${pvString.modules} modules${dead.includes(pvString.id) ? ", gives nothing" : ""}`,
  );
  return `Plan of plane ${plane.id}: ${parts.join("; ")}`;
}

/** Nearest of eight winds. */
export function compass(azimuthDeg: number): string {
  return ["north", "north-east", "east", "south-east", "south", "south-west", "west", "north-west"][Math.round(azimuthDeg / 45) % 8];
}
