import { z } from "zod";

const schema = z.object({
  BROSSE_DATABASE_URL: z.url({ protocol: /^(mysql|mariadb)$/ }),
  BROSSE_PORT: z.coerce.number().int().min(0).max(65535).default(4870),
  BROSSE_DEMO: z.enum(["0", "1"]).default("0"),
  /** How many proxies stand before the server: so many of the addresses and protocols they add are believed. */
  BROSSE_PROXIES: z.coerce.number().int().min(0).max(8).default(0),
  BROSSE_LOG: z.enum(["silent", "error", "warn", "info", "debug"]).default("info"),
  NODE_ENV: z.string().default("production"),
});

/** The settings of a server process, from its environment. */
export function readConfig(environment: NodeJS.ProcessEnv) {
  const settings = schema.parse(environment);
  return {
    databaseUrl: settings.BROSSE_DATABASE_URL,
    port: settings.BROSSE_PORT,
    demo: settings.BROSSE_DEMO === "1",
    proxies: settings.BROSSE_PROXIES,
    log: settings.BROSSE_LOG,
  };
}
