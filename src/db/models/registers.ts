import { type CreationOptional, DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from "sequelize";

/** The register of a site's parts, as a table in the public format. */
export class RegisterRecord extends Model<InferAttributes<RegisterRecord>, InferCreationAttributes<RegisterRecord>> {
  declare siteId: string;
  declare csv: string;
  /** When it came as a file: what was said on site before is in it. */
  declare asOfMs: CreationOptional<number>;
  /** JSON of the register that the file took the place of; empty where it took none's. */
  declare before: CreationOptional<string>;
}

/** Binds the registers to a database. */
export function initRegisters(sequelize: Sequelize): void {
  RegisterRecord.init(
    {
      siteId: { type: DataTypes.TEXT, primaryKey: true },
      csv: { type: DataTypes.TEXT, allowNull: false },
      asOfMs: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
      before: { type: DataTypes.TEXT, allowNull: false, defaultValue: "" },
    },
    { sequelize, tableName: "registers", timestamps: false },
  );
}
