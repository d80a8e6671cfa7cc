import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from "sequelize";

/** Files that were brought to a site and wait to be looked at before they are taken in. */
export class IntakeRecord extends Model<InferAttributes<IntakeRecord>, InferCreationAttributes<IntakeRecord>> {
  declare id: string;
  declare siteId: string;
  /** JSON: names and sizes, in order. */
  declare files: string;
  /** JSON of what was found in them; null until they have been read. */
  declare tables: string | null;
  /** JSON: how a person wants each table read, by its place. */
  declare mappings: string;
  declare createdAt: Date;
  declare actorId: string;
}

/** How the tables of one source are read at a site, as a person last confirmed it. */
export class SourceMappingRecord extends Model<InferAttributes<SourceMappingRecord>, InferCreationAttributes<SourceMappingRecord>> {
  declare siteId: string;
  /** What stands over the columns. */
  declare source: string;
  /** JSON. */
  declare mapping: string;
  declare keptAt: Date;
  declare actorId: string;
}

/** Binds the records of what is brought to a database. */
export function initIntakes(sequelize: Sequelize): void {
  const text = () => ({ type: DataTypes.TEXT, allowNull: false });
  const date = () => ({ type: DataTypes.DATE, allowNull: false });
  IntakeRecord.init(
    {
      id: { ...text(), primaryKey: true },
      siteId: text(),
      files: text(),
      tables: { type: DataTypes.TEXT, allowNull: true },
      mappings: text(),
      createdAt: date(),
      actorId: text(),
    },
    { sequelize, tableName: "intakes", timestamps: false },
  );
  SourceMappingRecord.init(
    { siteId: { ...text(), primaryKey: true }, source: { ...text(), primaryKey: true }, mapping: text(), keptAt: date(), actorId: text() },
    { sequelize, tableName: "source_mappings", timestamps: false },
  );
}
