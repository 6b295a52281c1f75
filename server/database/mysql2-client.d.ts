declare module "knex/lib/dialects/mysql2/index.js" {
  import type { Knex } from "knex";

  /** Knex's client for mysql2, as far as it is changed here. */
  export default class Client {
    constructor(config: Knex.Config);
    _query(connection: object, query: object): Promise<unknown>;
    acquireConnection(): Promise<unknown>;
  }
}
