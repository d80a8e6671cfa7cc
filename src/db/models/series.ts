import {
  type CreationOptional,
  DataTypes,
  type InferAttributes,
  type InferCreationAttributes,
  Model,
  type NonAttribute,
  type Sequelize,
} from "sequelize";

/** One measured quantity of a site, by its column name in the public format. */
export class ChannelRecord extends Model<InferAttributes<ChannelRecord>, InferCreationAttributes<ChannelRecord>> {
  declare id: CreationOptional<number>;
  declare siteId: string;
  declare kind: "production" | "weather";
  declare name: string;
  /** Where they were asked for. */
  declare sums?: NonAttribute<DaySumRecord[]>;
}

/** A channel's values of one UTC day, packed. */
export class SeriesDayRecord extends Model<InferAttributes<SeriesDayRecord>, InferCreationAttributes<SeriesDayRecord>> {
  declare channelId: number;
  /** Days since 1970-01-01, UTC. */
  declare day: number;
  declare stepMs: number;
  /** How far the intervals start after whole steps from midnight. */
  declare phaseMs: number;
  /** Little-endian floats of 32 bits, or 64 for counters; NaN where missing. */
  declare packed: Buffer;
  declare importId: string;
}

/** What a channel's day adds up to; goes with its day. */
export class DaySumRecord extends Model<InferAttributes<DaySumRecord>, InferCreationAttributes<DaySumRecord>> {
  declare channelId: number;
  declare day: number;
  declare stepMs: number;
  /** Intervals that have a value. */
  declare count: number;
  declare sum: number;
  declare least: number;
  declare most: number;
}

/** One file taken in. */
export class ImportRecord extends Model<InferAttributes<ImportRecord>, InferCreationAttributes<ImportRecord>> {
  declare id: string;
  declare siteId: string;
  declare kind: "production" | "weather";
  declare fileName: string;
  declare rows: number;
  declare fromMs: number;
  declare toMs: number;
  declare stepMs: number;
  declare importedAt: Date;
  declare undoneAt: CreationOptional<Date | null>;
  /** Who did it. */
  declare actorId: string;
  /** JSON of how the file was read and what was put right in it; null where it was one of ours. */
  declare reading: CreationOptional<string | null>;
}

/** What an import replaced, kept so that it can be undone. */
export class ReplacedDayRecord extends Model<InferAttributes<ReplacedDayRecord>, InferCreationAttributes<ReplacedDayRecord>> {
  declare replacedBy: string;
  declare channelId: number;
  declare day: number;
  declare stepMs: number;
  declare phaseMs: number;
  declare packed: Buffer;
  declare importId: string;
}

/** The last diagnosis of a site, with what the screens draw from it. */
export class AnalysisRecord extends Model<InferAttributes<AnalysisRecord>, InferCreationAttributes<AnalysisRecord>> {
  declare siteId: string;
  /** Fingerprint of data, as-built and code that it was made from. */
  declare key: string;
  declare madeAt: Date;
  /** JSON of the few figures that a list of sites needs. */
  declare summary: string;
  declare diagnosis: string;
  declare overview: string;
  declare dayBook: Buffer;
  /** JSON of what it leaves for days to come; empty where there is no analysis. */
  declare frozen: string;
}

/** A piece of long work as any process can tell of it. */
export class JobRecord extends Model<InferAttributes<JobRecord>, InferCreationAttributes<JobRecord>> {
  declare id: string;
  declare title: string;
  declare state: "running" | "done" | "failed" | "cancelled";
  declare progress: number;
  declare message: string;
  declare actorId: string;
  declare cancelAskedAt: CreationOptional<Date | null>;
  /** The process at work says so every few seconds; one that is silent has died. */
  declare updatedAt: Date;
}

/** Binds the records of measured series to a database. */
export function initSeries(sequelize: Sequelize): void {
  // Made anew for each column: the library writes into these objects.
  const text = () => ({ type: DataTypes.TEXT, allowNull: false });
  const whole = () => ({ type: DataTypes.INTEGER, allowNull: false });
  const key = () => ({ ...whole(), primaryKey: true });
  const blob = () => ({ type: DataTypes.BLOB, allowNull: false });
  const day = () => ({ stepMs: whole(), phaseMs: whole(), packed: blob(), importId: text() });
  ChannelRecord.init(
    { id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true }, siteId: text(), kind: text(), name: text() },
    { sequelize, tableName: "channels", timestamps: false },
  );
  SeriesDayRecord.init({ channelId: key(), day: key(), ...day() }, { sequelize, tableName: "series_days", timestamps: false });
  const real = () => ({ type: DataTypes.DOUBLE, allowNull: false });
  DaySumRecord.init(
    { channelId: key(), day: key(), stepMs: whole(), count: whole(), sum: real(), least: real(), most: real() },
    { sequelize, tableName: "day_sums", timestamps: false },
  );
  ReplacedDayRecord.init(
    { replacedBy: { ...text(), primaryKey: true }, channelId: key(), day: key(), ...day() },
    { sequelize, tableName: "replaced_days", timestamps: false },
  );
  ImportRecord.init(
    {
      id: { ...text(), primaryKey: true },
      siteId: text(),
      kind: text(),
      fileName: text(),
      rows: whole(),
      fromMs: { type: DataTypes.BIGINT, allowNull: false },
      toMs: { type: DataTypes.BIGINT, allowNull: false },
      stepMs: whole(),
      importedAt: { type: DataTypes.DATE, allowNull: false },
      undoneAt: { type: DataTypes.DATE, allowNull: true },
      actorId: text(),
      reading: { type: DataTypes.TEXT, allowNull: true },
    },
    { sequelize, tableName: "imports", timestamps: false },
  );
  const date = () => ({ type: DataTypes.DATE, allowNull: false });
  AnalysisRecord.init(
    {
      siteId: { ...text(), primaryKey: true },
      key: text(),
      madeAt: date(),
      summary: text(),
      diagnosis: text(),
      overview: text(),
      dayBook: blob(),
      frozen: text(),
    },
    { sequelize, tableName: "analyses", timestamps: false },
  );
  JobRecord.init(
    {
      id: { ...text(), primaryKey: true },
      title: text(),
      state: text(),
      progress: { type: DataTypes.DOUBLE, allowNull: false },
      message: text(),
      actorId: text(),
      cancelAskedAt: { type: DataTypes.DATE, allowNull: true },
      updatedAt: date(),
    },
    { sequelize, tableName: "jobs", timestamps: false },
  );
}
