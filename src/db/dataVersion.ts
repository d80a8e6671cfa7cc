import { QueryTypes, type Sequelize } from "sequelize";

/**
 * A number that changes whenever anything in the file changes, by this process or another (SQLite's `data_version`, told by
 * the reading connection, which never writes): what was read under the same number still holds.
 */
export async function dataVersion(sequelize: Sequelize): Promise<number> {
  const [row] = await sequelize.query<{ data_version: number }>("PRAGMA data_version", { type: QueryTypes.SELECT });
  return row.data_version;
}
