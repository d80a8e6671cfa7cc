import type { StandingFinding } from "@/core/changes/caseRecords";
import { findGrade } from "@/core/inspection/catalogue";
import type { Stop } from "@/core/inspection/point";
import { graver, type Severity } from "@/core/inspection/severity";
import type { PlaneLayout } from "@/core/plane/layout";
import { moduleScope } from "@/core/site/places";
import type { Plane } from "@/core/site/siteSchema";
import { readSpot } from "@/core/site/spot";

/** Findings that stand at one spot of a plane. */
export interface Pin {
  key: string;
  /** From the plane's middle, m. */
  rightM: number;
  upM: number;
  severity: Severity;
  findings: StandingFinding[];
}

/** The gravest of some findings; null where none has a severity. */
export function gravestIn(findings: readonly StandingFinding[]): Severity | null {
  const severities = findings.flatMap(({ pointId, fields }) => findGrade(pointId, fields.gradeId)?.severity ?? []);
  return severities.length > 0 ? severities.reduce(graver) : null;
}

/** Where findings are pinned on a plane: at their own spot, else in the middle of their module. */
export function pinsOn(plane: Plane, layout: PlaneLayout, findings: readonly StandingFinding[]): Pin[] {
  const at = new Map<string, { rightM: number; upM: number; findings: StandingFinding[] }>();
  const put = (key: string, rightM: number, upM: number, finding: StandingFinding) =>
    at.set(key, { rightM, upM, findings: [...(at.get(key)?.findings ?? []), finding] });
  for (const finding of findings) {
    const spot = readSpot(finding.fields.spot);
    const module = layout.places.find(({ stringId, place }) => moduleScope(stringId, place) === finding.fields.place);
    if (spot?.plane === plane.id) put(finding.fields.spot, spot.rightM, spot.upM, finding);
    else if (module && !spot) put(finding.fields.place, module.rightM, module.upSlopeM, finding);
  }
  return [...at].flatMap(([key, pin]) => {
    const severity = gravestIn(pin.findings);
    return severity ? [{ key, ...pin, severity }] : [];
  });
}

/** The module under a spot of a plane, or null: a mount, a rail, the roof. */
export function moduleAt(layout: PlaneLayout, rightM: number, upM: number): string | null {
  const found = layout.places.find(
    (module) => Math.abs(rightM - module.rightM) <= module.acrossM / 2 && Math.abs(upM - module.upSlopeM) <= module.upM / 2,
  );
  return found ? moduleScope(found.stringId, found.place) : null;
}

/** What isn't on a plane: findings by the stop of the walk at which they were made. */
export interface Elsewhere {
  place: string;
  findings: StandingFinding[];
}

/** Findings that no plane shows, by stop in the order of the walk; what stands at no stop comes first. */
export function elsewhere(stops: readonly Stop[], findings: readonly StandingFinding[], shown: ReadonlySet<string>): Elsewhere[] {
  const left = findings.filter(({ id }) => !shown.has(id));
  const stopOf = (pointId: string) => stops.find(({ points }) => points.some(({ id }) => id === pointId))?.place ?? "";
  const places = ["", ...stops.map(({ place }) => place)];
  return places.flatMap((place) => {
    const its = left.filter(({ pointId }) => stopOf(pointId) === place);
    return its.length > 0 ? [{ place: place || "Whole site", findings: its }] : [];
  });
}
