import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type NonAttribute,
  type Sequelize,
} from "sequelize";
import type { AnalysisRecord } from "./series";

/** A place with an array. Its description lives in as-built versions. */
export class SiteRecord extends Model<InferAttributes<SiteRecord>, InferCreationAttributes<SiteRecord>> {
  declare id: string;
  declare name: string;
  /** Counts every change of data or as-built. */
  declare revision: CreationOptional<number>;
  /** Fingerprint of data and as-built at `contentRevision`; worked out when it is first asked for. */
  declare contentKey: CreationOptional<string | null>;
  declare contentRevision: CreationOptional<number | null>;
  declare versions?: NonAttribute<AsBuiltRecord[]>;
  declare cases?: NonAttribute<CaseRecord[]>;
  declare analysis?: NonAttribute<AnalysisRecord | null>;
}

/** One version of a site's description; an upgrade makes a new one and the old ones stay. */
export class AsBuiltRecord extends Model<InferAttributes<AsBuiltRecord>, InferCreationAttributes<AsBuiltRecord>> {
  declare id: CreationOptional<number>;
  declare siteId: string;
  declare version: number;
  declare recordedAt: Date;
  /** First calendar day at the site on which it was so, like "2026-03-14"; null for as long as the site stands. */
  declare validFrom: CreationOptional<string | null>;
  declare note: string;
  /** The whole site file, unknown keys too. */
  declare siteFile: string;
  /** Who did it. */
  declare actorId: string;
}

export class CaseRecord extends Model<InferAttributes<CaseRecord>, InferCreationAttributes<CaseRecord>> {
  declare id: string;
  declare siteId: string;
  declare kind: "complaint" | "alarm" | "routine";
  declare title: string;
  declare openedAt: Date;
  declare closedAt: CreationOptional<Date | null>;
  /** JSON of the brief: complaint, history, hazards, access. */
  declare brief: string;
  declare site?: NonAttribute<SiteRecord>;
  declare findings?: NonAttribute<FindingRecord[]>;
  /** Who did it. */
  declare actorId: string;
}

export class VisitRecord extends Model<InferAttributes<VisitRecord>, InferCreationAttributes<VisitRecord>> {
  declare id: string;
  declare caseId: string;
  declare startedAt: Date;
  declare technician: string;
  /** Who did it. */
  declare actorId: string;
}

export class FindingRecord extends Model<InferAttributes<FindingRecord>, InferCreationAttributes<FindingRecord>> {
  declare id: string;
  declare caseId: string;
  declare visitId: string;
  declare pointId: string;
  declare gradeId: string;
  declare note: string;
  declare place: string;
  declare recordedAt: Date;
  /** Set when taken back; the record stays. */
  declare withdrawnAt: CreationOptional<Date | null>;
  declare visit?: NonAttribute<VisitRecord>;
  declare photos?: NonAttribute<PhotoRecord[]>;
  /** Who did it. */
  declare actorId: string;
}

export class PhotoRecord extends Model<InferAttributes<PhotoRecord>, InferCreationAttributes<PhotoRecord>> {
  declare id: string;
  declare findingId: string;
  declare file: string;
  declare thumbnail: string;
  declare widthPx: number;
  declare heightPx: number;
  /** Who did it. */
  declare actorId: string;
}

/** A unit's own measured over expected in healthy weeks, kept by a person. Withdrawn ones stay in the history. */
export class CalibrationRecord extends Model<InferAttributes<CalibrationRecord>, InferCreationAttributes<CalibrationRecord>> {
  declare id: string;
  declare siteId: string;
  declare scope: string;
  declare factor: number;
  declare errorPct: number;
  declare weeks: number;
  declare fromDay: string;
  declare toDay: string;
  declare keptBy: string;
  declare note: string;
  declare keptAt: Date;
  declare withdrawnAt: CreationOptional<Date | null>;
  /** Who did it. */
  declare actorId: string;
}

/** One change of a record of a case, never altered; `number` tells what came in after what. */
export class ChangeRecord extends Model<InferAttributes<ChangeRecord>, InferCreationAttributes<ChangeRecord>> {
  declare number: CreationOptional<number>;
  /** Made on the device. */
  declare id: string;
  declare caseId: string;
  declare kind: string;
  declare recordId: string;
  declare device: string;
  declare deviceName: string;
  declare author: string;
  /** Instant of making, as the device stamped it. */
  declare madeMs: number;
  declare receivedAt: Date;
  /** JSON of what the record belongs to: its point, its finding. */
  declare about: string;
  /** JSON of what it sets. */
  declare fields: string;
  /** Who did it. */
  declare actorId: string;
}

/** The firm that reports are from, as it stood from a moment on; the last row stands. */
export class FirmRecord extends Model<InferAttributes<FirmRecord>, InferCreationAttributes<FirmRecord>> {
  declare id: CreationOptional<number>;
  /** JSON of it. */
  declare firm: string;
  declare keptAt: Date;
  /** Who did it. */
  declare actorId: string;
}

const sequelizeOptions = { timestamps: false };

/** Binds the records of sites, cases and findings to a database. */
export function initRecords(sequelize: Sequelize): void {
  // Made anew for each column: the library writes into these objects.
  const id = () => ({ type: DataTypes.STRING, primaryKey: true });
  const text = () => ({ type: DataTypes.TEXT, allowNull: false });
  const date = () => ({ type: DataTypes.DATE, allowNull: false });
  const maybeDate = () => ({ type: DataTypes.DATE, allowNull: true });
  const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
  SiteRecord.init(
    {
      id: id(),
      name: text(),
      revision: { ...whole(), defaultValue: 0 },
      contentKey: { type: DataTypes.TEXT, allowNull: true },
      contentRevision: { type: DataTypes.INTEGER, allowNull: true },
    },
    { sequelize, tableName: "sites", ...sequelizeOptions },
  );
  AsBuiltRecord.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      siteId: text(),
      version: whole(),
      recordedAt: date(),
      validFrom: { type: DataTypes.TEXT, allowNull: true },
      note: text(),
      siteFile: text(),
      actorId: text(),
    },
    { sequelize, tableName: "as_built", ...sequelizeOptions },
  );
  CaseRecord.init(
    { id: id(), siteId: text(), kind: text(), title: text(), openedAt: date(), closedAt: maybeDate(), brief: text(), actorId: text() },
    { sequelize, tableName: "cases", ...sequelizeOptions },
  );
  VisitRecord.init(
    { id: id(), caseId: text(), startedAt: date(), technician: text(), actorId: text() },
    { sequelize, tableName: "visits", ...sequelizeOptions },
  );
  FindingRecord.init(
    {
      id: id(),
      caseId: text(),
      visitId: text(),
      pointId: text(),
      gradeId: text(),
      note: text(),
      place: text(),
      recordedAt: date(),
      withdrawnAt: maybeDate(),
      actorId: text(),
    },
    { sequelize, tableName: "findings", ...sequelizeOptions },
  );
  PhotoRecord.init(
    { id: id(), findingId: text(), file: text(), thumbnail: text(), widthPx: whole(), heightPx: whole(), actorId: text() },
    { sequelize, tableName: "photos", ...sequelizeOptions },
  );
  ChangeRecord.init(
    {
      number: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      id: { ...text(), unique: true },
      caseId: text(),
      kind: text(),
      recordId: text(),
      device: text(),
      deviceName: text(),
      author: text(),
      madeMs: { type: DataTypes.BIGINT, allowNull: false },
      receivedAt: date(),
      about: text(),
      fields: text(),
      actorId: text(),
    },
    { sequelize, tableName: "changes", ...sequelizeOptions },
  );
  FirmRecord.init(
    { id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true }, firm: text(), keptAt: date(), actorId: text() },
    { sequelize, tableName: "firm", ...sequelizeOptions },
  );
  const real = () => ({ type: DataTypes.DOUBLE, allowNull: false });
  CalibrationRecord.init(
    {
      id: id(),
      siteId: text(),
      scope: text(),
      factor: real(),
      errorPct: real(),
      weeks: whole(),
      fromDay: text(),
      toDay: text(),
      keptBy: text(),
      note: text(),
      keptAt: date(),
      withdrawnAt: maybeDate(),
      actorId: text(),
    },
    { sequelize, tableName: "calibrations", ...sequelizeOptions },
  );
}
