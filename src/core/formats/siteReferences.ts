import { moduleModel } from "../electrical/moduleModel";
import { shown } from "../errors/errors";
import type { FaultList } from "../errors/formatError";
import { placesInPlane } from "../plane/layout";
import { moduleScope } from "../site/places";
import { MOST } from "../site/siteLimits";
import type { Inverter, ModuleType, Plane, SiteFile } from "../site/siteSchema";

/** Takes a fault of a key: what was found there, and what was expected. */
export type Refuse = (key: string, found: string, expected: string) => void;

/**
 * Checks what a schema can't: that names are used once and point at something, that totals add up and that numbers fit each
 * other. Linear in the file's size.
 */
export function checkReferences(site: SiteFile, faults: FaultList): void {
  const refuse: Refuse = (key, found, expected) => faults.add({ key, found, expected });
  for (const list of ["moduleTypes", "planes", "inverters", "strings"] as const) checkOnce(site[list], list, refuse);
  checkStrings(site, refuse);
  checkPlanes(site, refuse);
  checkInverters(site, refuse);
  for (const [k, type] of site.moduleTypes.entries()) checkModuleType(type, `moduleTypes.${k}`, refuse);
  const { designMinTempC, designMaxTempC } = site.location;
  if (designMinTempC !== undefined && designMaxTempC !== undefined && designMinTempC >= designMaxTempC)
    refuse("location.designMinTempC", shown(designMinTempC), `less than designMaxTempC (${designMaxTempC})`);
}

export function checkOnce(entries: readonly { id: string }[], list: string, refuse: Refuse): void {
  const seen = new Set<string>();
  entries.forEach(({ id }, k) => {
    if (seen.has(id)) refuse(`${list}.${k}.id`, shown(id), "an id that is used once");
    seen.add(id);
  });
}

function checkStrings(site: SiteFile, refuse: Refuse): void {
  const inverters = new Map(site.inverters.map((inverter) => [inverter.id, new Set(inverter.mppts.map(({ id }) => id))]));
  const planes = new Set(site.planes.map(({ id }) => id));
  const types = new Set(site.moduleTypes.map(({ id }) => id));
  const pointTo = (key: string, id: string, known: { has(id: string): boolean; keys(): Iterable<string> }) => {
    if (!known.has(id)) refuse(key, shown(id), `one of ${listed(known.keys())}`);
  };
  let modules = 0;
  site.strings.forEach((pvString, k) => {
    modules += pvString.modules;
    pointTo(`strings.${k}.inverter`, pvString.inverter, inverters);
    pointTo(`strings.${k}.plane`, pvString.plane, planes);
    pointTo(`strings.${k}.moduleType`, pvString.moduleType, types);
    pvString.segments?.forEach((segment, at) => {
      pointTo(`strings.${k}.segments.${at}.plane`, segment.plane, planes);
    });
    const inSegments = pvString.segments?.reduce((sum, segment) => sum + segment.modules, 0) ?? pvString.modules;
    if (inSegments !== pvString.modules) refuse(`strings.${k}.segments`, `${inSegments} modules`, `${pvString.modules} as in modules`);
    const mppts = inverters.get(pvString.inverter);
    if (pvString.mppt !== undefined && mppts && mppts.size > 0) pointTo(`strings.${k}.mppt`, pvString.mppt, mppts);
  });
  if (modules > MOST.modules) refuse("strings", `${modules} modules in all`, `at most ${MOST.modules} modules at a site`);
}

function checkPlanes(site: SiteFile, refuse: Refuse): void {
  const used = new Set(site.strings.flatMap(({ plane, segments }) => [plane, ...(segments?.map((segment) => segment.plane) ?? [])]));
  site.planes.forEach((plane, k) => {
    if (!used.has(plane.id)) refuse(`planes.${k}.id`, shown(plane.id), "a plane with at least one string on it");
    checkHorizon(plane, `planes.${k}.horizon`, refuse);
    checkPlaces(site, plane, `planes.${k}.places`, refuse);
    checkOnce(plane.obstacles, `planes.${k}.obstacles`, refuse);
  });
}

function checkHorizon(plane: Plane, key: string, refuse: Refuse): void {
  const elevations = new Map<number, number>();
  plane.horizon.forEach(({ azimuthDeg, elevationDeg }, at) => {
    const bearing = azimuthDeg % 360;
    const known = elevations.get(bearing);
    if (known !== undefined && known !== elevationDeg)
      refuse(`${key}.${at}`, `a second elevation at ${bearing}°`, "one elevation a bearing");
    elevations.set(bearing, elevationDeg);
  });
}

/** Every module of the strings has one place in the plane, or none of them has. */
function checkPlaces(site: SiteFile, plane: Plane, key: string, refuse: Refuse): void {
  if (!plane.places) return;
  const wanted = new Set(
    site.strings.flatMap((pvString) => placesInPlane(pvString, plane.id).map((place) => moduleScope(pvString.id, place))),
  );
  plane.places.forEach(({ string, place, moduleType }, at) => {
    if (string === undefined && moduleType !== undefined && !site.moduleTypes.some(({ id }) => id === moduleType))
      refuse(`${key}.${at}.moduleType`, shown(moduleType), "one of the module types");
    if (string === undefined && place === undefined) return;
    if (string === undefined || place === undefined) refuse(`${key}.${at}`, "a string or a place alone", "both, or neither");
    else if (!wanted.delete(moduleScope(string, place)))
      refuse(`${key}.${at}`, moduleScope(string, place), `a module of a string in plane ${plane.id}, told once`);
  });
  if (wanted.size > 0) refuse(key, `no place for ${listed(wanted)}`, "a place for every module in the plane, or no places");
}

function checkInverters(site: SiteFile, refuse: Refuse): void {
  const used = new Set(site.strings.map(({ inverter }) => inverter));
  site.inverters.forEach((inverter, k) => {
    if (!used.has(inverter.id)) refuse(`inverters.${k}.id`, shown(inverter.id), "an inverter with at least one string");
    checkInverter(inverter, `inverters.${k}`, refuse);
  });
}

function checkInverter(inverter: Inverter, key: string, refuse: Refuse): void {
  inverter.efficiency.forEach(([load], at) => {
    if (at > 0 && load <= inverter.efficiency[at - 1][0]) refuse(`${key}.efficiency.${at}`, shown(load), "load fractions in rising order");
  });
  if (inverter.startW > inverter.acRatedW) refuse(`${key}.startW`, shown(inverter.startW), `at most acRatedW (${inverter.acRatedW})`);
  checkOnce(inverter.mppts, `${key}.mppts`, refuse);
  inverter.mppts.forEach(({ minV, maxV }, at) => {
    if (minV !== undefined && maxV !== undefined && minV >= maxV)
      refuse(`${key}.mppts.${at}.minV`, shown(minV), `less than maxV (${maxV})`);
  });
}

/** A data sheet's numbers must fit each other; the first that doesn't is told, since the others hang on it. */
export function checkModuleType(type: ModuleType, key: string, refuse: Refuse): void {
  const product = type.vmpV * type.impA;
  const perCell = type.vocV / type.cellsInSeries;
  const silicon = type.technology !== "thin-film";
  if (type.vmpV >= type.vocV) refuse(`${key}.vmpV`, shown(type.vmpV), `less than vocV (${type.vocV})`);
  else if (type.impA >= type.iscA) refuse(`${key}.impA`, shown(type.impA), `less than iscA (${type.iscA})`);
  else if (Math.abs(product / type.pmaxW - 1) > 0.05)
    refuse(`${key}.pmaxW`, shown(type.pmaxW), `within 5 % of vmpV × impA (${product.toFixed(1)} W)`);
  else if (silicon && !(perCell > LEAST_CELL_V && perCell < MOST_CELL_V))
    refuse(`${key}.cellsInSeries`, shown(type.cellsInSeries), `a number of cells that gives ${type.vocV} V at about 0.65 V each`);
  else checkDiodeCurve(type, key, refuse);
}

function checkDiodeCurve(type: ModuleType, key: string, refuse: Refuse): void {
  try {
    moduleModel(type);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    refuse(key, `a data sheet that no diode's curve passes through (${error.message})`, "iscA, vocV, vmpV and impA of one module");
  }
}

/** Open-circuit voltage of a silicon cell, V: half-cut modules count their cells double. */
const [LEAST_CELL_V, MOST_CELL_V] = [0.2, 1];

/** Some of the names, where there are many. */
function listed(names: Iterable<string>): string {
  const all = [...names];
  return all.length > 8 ? `${all.slice(0, 8).join(", ")} and ${all.length - 8} more` : all.join(", ");
}
