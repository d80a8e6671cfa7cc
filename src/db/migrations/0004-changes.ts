import type { QueryInterface } from "sequelize";

/** What was recorded before there were changes becomes the first change of its record. */
const BEFORE = `'before-changes', '', ''`;
const ms = (column: string) => `CAST(ROUND((julianday(substr(${column}, 1, 23)) - 2440587.5) * 86400000) AS INTEGER)`;

/** Every change of a case's records, each with who, what and when; the records themselves stand as their changes leave them. */
const STATEMENTS = [
  `CREATE TABLE changes (
    number INTEGER PRIMARY KEY AUTOINCREMENT, id TEXT NOT NULL UNIQUE, caseId TEXT NOT NULL REFERENCES cases(id) ON DELETE CASCADE,
    kind TEXT NOT NULL, recordId TEXT NOT NULL, device TEXT NOT NULL, deviceName TEXT NOT NULL, author TEXT NOT NULL,
    madeMs BIGINT NOT NULL, receivedAt DATETIME NOT NULL, actorId TEXT NOT NULL, about TEXT NOT NULL, fields TEXT NOT NULL)`,
  `CREATE INDEX changes_by_case ON changes (caseId, number)`,
  `CREATE INDEX changes_by_record ON changes (recordId)`,
  `INSERT INTO changes (id, caseId, kind, recordId, device, deviceName, author, madeMs, receivedAt, actorId, about, fields)
    SELECT 'before-' || id, caseId, 'finding', id, ${BEFORE}, ${ms("recordedAt")}, recordedAt, actorId,
      json_object('pointId', pointId), json_object('gradeId', gradeId, 'note', note, 'place', place) FROM findings`,
  `INSERT INTO changes (id, caseId, kind, recordId, device, deviceName, author, madeMs, receivedAt, actorId, about, fields)
    SELECT 'back-' || id, caseId, 'finding', id, ${BEFORE}, MAX(${ms("withdrawnAt")}, ${ms("recordedAt")} + 1), withdrawnAt, actorId,
      json_object('pointId', pointId), '{"takenBack":true}' FROM findings WHERE withdrawnAt IS NOT NULL`,
  `INSERT INTO changes (id, caseId, kind, recordId, device, deviceName, author, madeMs, receivedAt, actorId, about, fields)
    SELECT photos.id, caseId, 'photo', photos.id, ${BEFORE}, ${ms("recordedAt")}, recordedAt, photos.actorId,
      json_object('pointId', pointId, 'findingId', findingId), '{"removed":false}'
    FROM photos JOIN findings ON findings.id = photos.findingId`,
];

export const changes = {
  name: "0004-changes",
  up: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.transaction(async (transaction) => {
      for (const statement of STATEMENTS) await context.sequelize.query(statement, { transaction });
    });
  },
  down: async ({ context }: { context: QueryInterface }) => {
    await context.sequelize.query("DROP TABLE changes");
  },
};
