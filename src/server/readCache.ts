import { LRUCache } from "lru-cache";
import type { Sequelize } from "sequelize";
import { dataVersion } from "@/db/dataVersion";
import { database } from "./database";
import { processWide } from "./processWide";

/** Views kept at most; of the largest so many are some tens of megabytes. */
const MOST_VIEWS = 200;

interface Kept {
  /** The connection that the version was asked of: numbers of two mean nothing to each other. */
  from: Sequelize;
  version: number;
  value: Promise<unknown>;
}

/**
 * What was read from the database, kept while the database is as it was: one small question instead of reading and checking
 * everything again. The value is shared, so nobody may change it.
 * @param key says what is read
 */
export async function readOnce<T>(key: string, read: () => Promise<T>): Promise<T> {
  const from = await database();
  const views = processWide("views", () => new LRUCache<string, Kept>({ max: MOST_VIEWS }));
  const version = await dataVersion(from);
  const kept = views.get(key);
  if (kept?.from === from && kept.version === version) return kept.value as Promise<T>;
  const value = read();
  const mine: Kept = { from, version, value };
  views.set(key, mine);
  value.catch(() => views.get(key) === mine && views.delete(key));
  return value;
}
