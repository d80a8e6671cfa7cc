import type { Transaction } from "sequelize";
import { FailedError } from "@/core/errors/errors";
import { type ModuleType, moduleTypeSchema } from "@/core/site/siteSchema";
import { ModuleTypeRecord } from "@/db/models/moduleTypes";
import { type Actor, allow } from "../actor";
import { inTransaction } from "../database";
import { readOnce } from "../readCache";

/** What came of types that were brought to the library. */
export interface KeptTypes {
  added: string[];
  /** Known by the same name with other numbers: left as they were, unless they were to be replaced. */
  differing: string[];
  same: string[];
}

/** The library of module types, by name. @throws FailedError where what is stored can't be read */
export async function moduleLibrary(actor: Actor): Promise<ModuleType[]> {
  allow(actor, "read");
  return readOnce("module types", async () => (await ModuleTypeRecord.findAll({ order: [["id", "ASC"]] })).map(readType));
}

/**
 * Keeps module types in the library.
 * @param replace whether a type known by the same name with other numbers takes the new ones
 */
export async function keepModuleTypes(actor: Actor, types: readonly ModuleType[], replace = false): Promise<KeptTypes> {
  allow(actor, "manage");
  return inTransaction((transaction) => keepTypesIn(actor, types, replace, transaction));
}

/** The same within a transaction that does more. */
export async function keepTypesIn(
  actor: Actor,
  types: readonly ModuleType[],
  replace: boolean,
  transaction: Transaction,
): Promise<KeptTypes> {
  const kept: KeptTypes = { added: [], differing: [], same: [] };
  for (const type of types) {
    const sheet = JSON.stringify(type);
    const known = await ModuleTypeRecord.findByPk(type.id, { transaction });
    if (known && sameSheet(known.sheet, sheet)) kept.same.push(type.id);
    else if (known && !replace) kept.differing.push(type.id);
    else {
      await ModuleTypeRecord.upsert({ id: type.id, sheet, keptAt: new Date(), actorId: actor.id }, { transaction });
      (known ? kept.differing : kept.added).push(type.id);
    }
  }
  return kept;
}

/** Takes a type out of the library; sites that use it keep it. @returns it, to be kept again; null where there was none */
export async function dropModuleType(actor: Actor, id: string): Promise<ModuleType | null> {
  allow(actor, "manage");
  return inTransaction(async (transaction) => {
    const known = await ModuleTypeRecord.findByPk(id, { transaction });
    if (!known) return null;
    await known.destroy({ transaction });
    return readType(known);
  });
}

function readType({ id, sheet }: ModuleTypeRecord): ModuleType {
  try {
    return moduleTypeSchema.parse(JSON.parse(sheet));
  } catch (error) {
    throw new FailedError(`Module type ${id} of the library can't be read as it is stored`, { cause: error });
  }
}

/** The same numbers, in whatever order their keys stand. */
function sameSheet(a: string, b: string): boolean {
  const sorted = (text: string) => JSON.stringify(Object.entries(JSON.parse(text) as object).sort(([x], [y]) => (x < y ? -1 : 1)));
  return sorted(a) === sorted(b);
}
