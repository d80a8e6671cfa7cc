import type { Sequelize } from "sequelize";
import type sqlite3 from "sqlite3";

/** What every connection is set to before its first statement. Sequelize opens one for reading and one for each transaction. */
export const PRAGMAS = {
  /** Wait so long for a writer in another process, ms. Writers of this process queue instead (`write.ts`). */
  busy_timeout: 5000,
  /** Readers go on while one writes. Kept in the file. */
  journal_mode: "WAL",
  /** A commit is on the disk before it is answered: a power cut takes nothing that was said to be kept. */
  synchronous: "FULL",
  foreign_keys: "ON",
  /** A file from elsewhere can't run functions through its schema. */
  trusted_schema: "OFF",
} as const;

type Connection = sqlite3.Database & { uuid?: string };

/** The part of Sequelize's own manager that is changed here; its types hide it. */
interface Manager {
  connections: Record<string, Connection | undefined>;
  getConnection(options?: { uuid?: string }): Promise<Connection>;
  releaseConnection(connection: Connection): void;
  destroyConnection(connection: Connection): void;
}

/**
 * Sets the pragmas on every connection (the sqlite dialect calls no hook when it opens one), and forgets a connection that
 * couldn't be opened or set, so that the next call tries anew.
 */
export function prepareConnections(sequelize: Sequelize): void {
  const manager = (sequelize as unknown as { connectionManager: Manager }).connectionManager;
  const open = manager.getConnection.bind(manager);
  const prepared = new WeakMap<Connection, Promise<void>>();
  manager.getConnection = async (options = {}) => {
    const key = options.uuid ?? "default";
    try {
      const connection = await open(options);
      let ready = prepared.get(connection);
      if (!ready) {
        ready = setPragmas(connection);
        prepared.set(connection, ready);
      }
      await ready;
      return connection;
    } catch (error) {
      const broken = manager.connections[key];
      delete manager.connections[key];
      broken?.close(() => undefined);
      throw error;
    }
  };
  // A transaction whose beginning failed is ended through this, which the dialect lacks.
  manager.destroyConnection = (connection) => manager.releaseConnection(connection);
}

function setPragmas(connection: Connection): Promise<void> {
  const statements = Object.entries(PRAGMAS).map(([name, value]) => `PRAGMA ${name} = ${value};`);
  return new Promise((resolve, reject) => {
    connection.exec(statements.join(" "), (error) => (error ? reject(error) : resolve()));
  });
}
