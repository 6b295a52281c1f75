import knex, { type Knex } from "knex";
import "./tables";

export type Database = Knex;

/** Opens a pool of connections to MariaDB. Times are UTC, text is utf8mb4. */
export function connect(url: string): Database {
  const { hostname, port, username, password, pathname } = new URL(url);
  return knex({
    client: "mysql2",
    connection: {
      host: hostname,
      port: Number(port || 3306),
      user: decodeURIComponent(username),
      password: decodeURIComponent(password),
      database: decodeURIComponent(pathname.slice(1)),
      charset: "utf8mb4",
      timezone: "Z",
    },
    pool: { min: 0, max: 10 },
    // Standard output belongs to the process's own answers.
    log: { warn: told, error: told, deprecate: told, debug: told },
  });
}

function told(message: unknown): void {
  process.stderr.write(`${typeof message === "string" ? message : JSON.stringify(message)}\n`);
}
