import { YEAR_MS } from "../constants";
import { designTempsOf } from "../design/designTemps";
import type { Mounting, Plane, Roof, SiteFile } from "../site/siteSchema";
import type { Facts } from "./conditions";

/**
 * Slopes that a covering is laid on, degrees; the least are those of the International Building Code 2021, 1507 (2.5, 2, 0.25, 0.5 and 3 in 12 and a
 * quarter in 12). Membranes are hardly laid steeper than 15°. Where a file doesn't say what lies under an array, whatever its slope allows is looked for.
 */
const SLOPES_DEG: Record<Roof, readonly [number, number]> = {
  tile: [11.7, 75],
  shingle: [9.4, 75],
  seam: [1.1, 75],
  rib: [2.3, 75],
  "stone-coated": [14, 75],
  membrane: [0, 15],
};

/** Under that water stands: 2 in 12 is where building codes begin to call a roof pitched. */
const PITCHED_FROM_DEG = 9.4;

/** Years in which a plant is new (its guarantees for work run), and from which on makers, cells and seals are old ones. */
const AGES = { newUnder: 2, oldFrom: 10 };

const ON_ROOF: ReadonlySet<Mounting> = new Set(["roof-flush", "roof-raised", "ballasted", "building-integrated"]);

/** Whether a plane lies on a building. */
export function isOnRoof({ mounting }: Plane): boolean {
  return ON_ROOF.has(mounting);
}

/**
 * What is known of a site, or of some of its planes.
 * @param planes the part that is looked at; the whole site where absent
 * @param nowMs the day of the walk, for the plant's age
 */
export function factsOf(site: SiteFile, planes: readonly Plane[] = site.planes, nowMs?: number): Facts {
  const { plant } = site;
  const roofs = planes.filter(isOnRoof);
  const yesNo = (value: boolean | undefined) => (value === undefined ? null : new Set([value ? "there" : "none"]));
  return {
    mounting: new Set(planes.map(({ mounting }) => mounting)),
    roof: new Set(roofs.flatMap(coveringsOf)),
    slope: new Set(roofs.flatMap(slopesOf)),
    inverter: new Set(site.inverters.map(({ kind }) => kind)),
    location: new Set(site.inverters.map(({ location }) => location)),
    grid: new Set([site.battery && !site.battery.gridTied ? "off" : "on"]),
    battery: new Set([site.battery ? "there" : "none"]),
    exportLimit: new Set([typeof site.exportLimitW === "number" ? "there" : "none"]),
    frost: new Set([designTempsOf(site).minC < 0 ? "there" : "none"]),
    salt: yesNo(plant?.nearSea),
    age: ageOf(site, nowMs),
    conduit: plant?.conduit ? new Set([plant.conduit]) : null,
    roofSpace: roofs.length === 0 ? new Set(["none"]) : yesNo(plant?.roofSpace),
    shutdown: yesNo(plant?.rapidShutdown),
    surgeProtector: yesNo(plant?.surgeProtector),
    electrode: yesNo(plant?.earthElectrode),
    lightSensor: yesNo(plant?.lightSensor),
    fallZone: plant?.snowFallsOn ? new Set([plant.snowFallsOn === "nobody" ? "nobody" : "way"]) : null,
  };
}

/** What may lie under a plane: as the file says, or whatever its slope allows. */
export function coveringsOf({ roof, mounting, tiltDeg }: Plane): Roof[] {
  if (roof) return [roof];
  // Ballast stands on flat roofs, and its tilt is that of the frames.
  if (mounting === "ballasted") return ["membrane"];
  return (Object.entries(SLOPES_DEG) as [Roof, readonly [number, number]][])
    .filter(([covering, [from, to]]) => tiltDeg >= from && (tiltDeg <= to || (covering === "membrane" && mounting === "roof-raised")))
    .map(([covering]) => covering);
}

function slopesOf(plane: Plane): ("flat" | "pitched")[] {
  if (plane.mounting === "ballasted" || plane.roof === "membrane") return ["flat"];
  if (plane.mounting === "roof-raised" && !plane.roof) return ["flat", "pitched"];
  return [plane.tiltDeg >= PITCHED_FROM_DEG ? "pitched" : "flat"];
}

function ageOf({ commissioned }: SiteFile, nowMs: number | undefined): ReadonlySet<string> | null {
  if (!commissioned || nowMs === undefined) return null;
  const years = (nowMs - Date.parse(commissioned)) / YEAR_MS;
  return new Set([years < AGES.newUnder ? "new" : years >= AGES.oldFrom ? "old" : "settled"]);
}
