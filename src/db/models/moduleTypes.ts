import { DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from "sequelize";

/** A module type of the library, as its data sheet has it. */
export class ModuleTypeRecord extends Model<InferAttributes<ModuleTypeRecord>, InferCreationAttributes<ModuleTypeRecord>> {
  declare id: string;
  /** JSON of it. */
  declare sheet: string;
  declare keptAt: Date;
  declare actorId: string;
}

/** Binds the library to a database. */
export function initModuleTypes(sequelize: Sequelize): void {
  const text = () => ({ type: DataTypes.TEXT, allowNull: false });
  ModuleTypeRecord.init(
    { id: { ...text(), primaryKey: true }, sheet: text(), keptAt: { type: DataTypes.DATE, allowNull: false }, actorId: text() },
    { sequelize, tableName: "module_types", timestamps: false },
  );
}
