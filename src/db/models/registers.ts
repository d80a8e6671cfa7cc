import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from "sequelize";

/** The register of a site's parts, as a table in the public format. */
export class RegisterRecord extends Model<InferAttributes<RegisterRecord>, InferCreationAttributes<RegisterRecord>> {
  declare siteId: string;
  declare csv: string;
}

/** Binds the registers to a database. */
export function initRegisters(sequelize: Sequelize): void {
  RegisterRecord.init(
    { siteId: { type: DataTypes.TEXT, primaryKey: true }, csv: { type: DataTypes.TEXT, allowNull: false } },
    { sequelize, tableName: "registers", timestamps: false },
  );
}
