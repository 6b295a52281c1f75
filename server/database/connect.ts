import knex, { type Knex } from "knex";
import MySql2Client from "knex/lib/dialects/mysql2/index.js";
import { ACQUIRE_TIMEOUT, CONNECT_TIMEOUT, QUERY_TIMEOUT } from "../limits";
import { databaseFault } from "./database-fault";
import "./tables";

export type Database = Knex;

interface Query {
  options?: Readonly<Record<string, unknown>>;
}

/** MariaDB's client with a time for each query, whose faults say what they mean to whoever asked. */
class Client extends MySql2Client {
  /** ms; none where it is nought */
  private readonly patience: number;

  constructor(config: Knex.Config & { readonly patience: number }) {
    super(config);
    this.patience = config.patience;
  }

  override async _query(connection: { __knex__disposed?: unknown }, query: Query): Promise<unknown> {
    if (this.patience > 0) query.options = { timeout: this.patience, ...query.options };
    try {
      return await super._query(connection, query);
    } catch (error) {
      const fault = databaseFault(error);
      // What such a connection answers later would be taken for the answer to another query.
      if (fault !== error) connection.__knex__disposed = fault;
      throw fault;
    }
  }

  override async acquireConnection(): Promise<unknown> {
    try {
      return await super.acquireConnection();
    } catch (error) {
      throw databaseFault(error);
    }
  }
}

/**
 * Opens a pool of connections to MariaDB. Times are UTC, text is utf8mb4.
 * @param patience how long a query may take, ms; 0 for as long as it wants
 */
export function connect(url: string, patience = QUERY_TIMEOUT): Database {
  const { hostname, port, username, password, pathname } = new URL(url);
  const config = {
    client: Client as unknown as typeof Knex.Client,
    patience,
    connection: {
      host: hostname,
      port: Number(port || 3306),
      user: decodeURIComponent(username),
      password: decodeURIComponent(password),
      database: decodeURIComponent(pathname.slice(1)),
      charset: "utf8mb4",
      timezone: "Z",
      connectTimeout: CONNECT_TIMEOUT,
    },
    acquireConnectionTimeout: ACQUIRE_TIMEOUT,
    // What a query was given belongs to people: no message has it.
    compileSqlOnError: false,
    pool: { min: 0, max: 10 },
    // Standard output belongs to the process's own answers.
    log: { warn: told, error: told, deprecate: told, debug: told },
  };
  return knex(config);
}

function told(message: unknown): void {
  process.stderr.write(`${typeof message === "string" ? message : JSON.stringify(message)}\n`);
}
