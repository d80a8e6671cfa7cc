import { type CreationOptional, DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from "sequelize";

/** A version of the firm's own catalogue, as a file. */
export class CatalogueRecord extends Model<InferAttributes<CatalogueRecord>, InferCreationAttributes<CatalogueRecord>> {
  declare version: CreationOptional<number>;
  /** Empty where the shipped catalogue was put in force again. */
  declare file: string;
  declare note: string;
  declare keptAt: Date;
  declare actorId: string;
}

/** Binds the catalogues to a database. */
export function initCatalogues(sequelize: Sequelize): void {
  CatalogueRecord.init(
    {
      version: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      file: { type: DataTypes.TEXT, allowNull: false },
      note: { type: DataTypes.TEXT, allowNull: false },
      keptAt: { type: DataTypes.DATE, allowNull: false },
      actorId: { type: DataTypes.TEXT, allowNull: false },
    },
    { sequelize, tableName: "catalogues", timestamps: false },
  );
}
