import { join } from "node:path";
import sqlite3 from "sqlite3";
import type { Demo } from "./app";

/** Rows of a demonstration's database, read beside the server. */
export function stored<Row>(demo: Demo, query: string): Promise<Row[]> {
  const reader = new sqlite3.Database(join(demo.folder, "irradant.sqlite"), sqlite3.OPEN_READONLY);
  return new Promise<Row[]>((resolve, reject) =>
    reader.all(query, (error, rows) => (error ? reject(error) : resolve(rows as Row[]))),
  ).finally(() => reader.close());
}

/** The standing findings of a case: point, grade, note, and how many photos. */
export function storedFindings(demo: Demo, caseId: string): Promise<{ pointId: string; gradeId: string; note: string; photos: number }[]> {
  return stored(
    demo,
    `SELECT pointId, gradeId, note, (SELECT COUNT(*) FROM photos WHERE findingId = findings.id) AS photos FROM findings
     WHERE caseId = '${caseId}' AND withdrawnAt IS NULL ORDER BY recordedAt, id`,
  );
}
