import { connect, type Database } from "@server/database/connect";

/** The database that `npm test` started; where it is missing, what to do. */
export function testDatabaseUrl(): string {
  const url = process.env.BROSSE_TEST_DATABASE_URL;
  if (!url) throw new Error("run the tests with `npm test`: it starts a MariaDB for them");
  return url;
}

/** An empty database of a test's own on the tests' server. `drop` takes it away again. */
export async function scratchDatabase(
  name: string,
): Promise<{ database: Database; url: string; drop(): Promise<void> }> {
  const own = `brosse_${name}_${process.pid}`;
  const server = connect(testDatabaseUrl());
  await server.raw("drop database if exists ??", [own]);
  await server.raw("create database ?? character set utf8mb4 collate utf8mb4_unicode_ci", [own]);
  const url = new URL(testDatabaseUrl());
  url.pathname = `/${own}`;
  const database = connect(url.href);
  const drop = async () => {
    await database.destroy();
    await server.raw("drop database ??", [own]);
    await server.destroy();
  };
  return { database, url: url.href, drop };
}
