import { QueryTypes, type Sequelize } from "sequelize";
import { putInForce } from "@/core/inspection/catalogue";
import { type CatalogueDelta, deltaOf } from "@/core/inspection/catalogueDelta";
import { ownCatalogue } from "@/core/inspection/catalogueFile";
import { processWide } from "../processWide";

/** What was put in force here last: its version, and what pages need of it. */
const standing = () => processWide("catalogue in force", () => ({ version: 0, delta: null as CatalogueDelta | null }));

/**
 * Puts the firm's stored catalogue in force for this process, or the shipped one where none is kept. One that can't be read any more is told in
 * the log and passed over: nobody is kept from their work by it.
 * @param opened whether the database has just been opened: what was in force is of another one
 * @returns what pages need of it; null where the shipped one is in force
 */
export async function putStoredInForce(sequelize: Sequelize, opened = false): Promise<CatalogueDelta | null> {
  const rows = await sequelize.query<{ version: number; file: string }>("SELECT version, file FROM catalogues ORDER BY version", {
    type: QueryTypes.SELECT,
  });
  const last = rows.at(-1)?.version ?? 0;
  const known = standing();
  if (!opened && last !== 0 && known.version === last) return known.delta;
  let own: ReturnType<typeof ownCatalogue> = null;
  try {
    own = ownCatalogue(rows.map(({ file }) => file));
  } catch (error) {
    console.error("irradant: the firm's catalogue can't be read, the shipped one is in force:", error);
  }
  putInForce(own);
  Object.assign(known, { version: last, delta: own && deltaOf(own) });
  return known.delta;
}
