import { type CreationOptional, DataTypes, type InferAttributes, type InferCreationAttributes, Model, type Sequelize } from "sequelize";

/** How the firm works, as it stood from one change to the next. */
export class PracticeRecord extends Model<InferAttributes<PracticeRecord>, InferCreationAttributes<PracticeRecord>> {
  declare id: CreationOptional<number>;
  /** JSON of it. */
  declare practice: string;
  declare keptAt: Date;
  declare actorId: string;
}

/** Binds the practices to a database. */
export function initPractices(sequelize: Sequelize): void {
  PracticeRecord.init(
    {
      id: { type: DataTypes.INTEGER, primaryKey: true, autoIncrement: true },
      practice: { type: DataTypes.TEXT, allowNull: false },
      keptAt: { type: DataTypes.DATE, allowNull: false },
      actorId: { type: DataTypes.TEXT, allowNull: false },
    },
    { sequelize, tableName: "practices", timestamps: false },
  );
}
