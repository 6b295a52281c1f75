import { connect, type Database } from "@server/database/connect";

/** The database that `npm test` started; where it is missing, what to do. */
export function testDatabaseUrl(): string {
  const url = process.env.BROSSE_TEST_DATABASE_URL;
  if (!url) throw new Error("run the tests with `npm test`: it starts a MariaDB for them");
  return url;
}

/** A database of a test's own on the tests' server: empty once it has begun, taken away by `drop`. */
export function scratch(name: string): {
  database: Database;
  url: string;
  begin(): Promise<void>;
  drop(): Promise<void>;
} {
  const own = `brosse_${name}_${process.pid}`;
  const server = connect(testDatabaseUrl());
  const url = new URL(testDatabaseUrl());
  url.pathname = `/${own}`;
  const database = connect(url.href);
  const begin = async () => {
    await server.raw("drop database if exists ??", [own]);
    await server.raw("create database ?? character set utf8mb4 collate utf8mb4_unicode_ci", [own]);
  };
  const drop = async () => {
    await database.destroy();
    await server.raw("drop database if exists ??", [own]);
    await server.destroy();
  };
  return { database, url: url.href, begin, drop };
}

/** A scratch database that has begun. */
export async function scratchDatabase(name: string): Promise<ReturnType<typeof scratch>> {
  const made = scratch(name);
  await made.begin();
  return made;
}
