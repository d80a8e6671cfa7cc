import { shown } from "../errors/errors";
import { FaultList } from "../errors/formatError";
import { type EvidenceFile, evidenceSchema } from "../formats/evidenceFile";
import { readJsonFile } from "../formats/jsonText";
import { findGrade, findPoint } from "../inspection/catalogue";
import { placeOf } from "../plane/scopePlace";
import { JUDGED_KINDS } from "../readings/readingKinds";
import type { SiteFile } from "../site/siteSchema";

/**
 * Reads what was found and measured on a site, and holds it against the site and the walk.
 * @param file its name, for errors
 * @throws FormatError naming every key at fault
 */
export function readEvidenceFile(text: string, file: string, site: SiteFile): EvidenceFile {
  const evidence = readJsonFile(evidenceSchema, text, file, "irradant-evidence/1");
  const faults = new FaultList(file);
  const place = (scope: string, key: string) => {
    if (!placeOf(site, scope)) faults.add({ key: `${key}.scope`, found: shown(scope), expected: "a place of the site" });
  };
  evidence.findings.forEach(({ point: pointId, grade, scope }, k) => {
    const key = `findings.${k}`;
    place(scope, key);
    const point = findPoint(pointId);
    if (!point) faults.add({ key: `${key}.point`, found: shown(pointId), expected: "a point of the walk (see irradant route)" });
    else if (!findGrade(pointId, grade))
      faults.add({ key: `${key}.grade`, found: shown(grade), expected: point.grades.map(({ id }) => JSON.stringify(id)).join(" or ") });
  });
  evidence.readings.forEach(({ scope, reading }, k) => {
    const key = `readings.${k}`;
    place(scope, key);
    if (!JUDGED_KINDS.includes(reading.kind))
      faults.add({ key: `${key}.reading.kind`, found: shown(reading.kind), expected: `one of ${JUDGED_KINDS.join(", ")}` });
  });
  faults.throwIfAny();
  return evidence;
}
