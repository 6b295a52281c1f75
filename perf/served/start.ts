import { spawn } from "node:child_process";
import { once } from "node:events";
import { createInterface } from "node:readline";
import { fileURLToPath } from "node:url";
import { unlessSmall } from "../small";

const server = fileURLToPath(new URL("./serve.js", import.meta.url));
const STARTS = unlessSmall(3, 1);

/** Processor time, ms, that a server without the demo takes until it serves: the least of some starts. */
export async function measureStart(databaseUrl: string): Promise<number> {
  const times: number[] = [];
  for (let i = 0; i < STARTS; i++) {
    const env = {
      ...process.env,
      BROSSE_DATABASE_URL: databaseUrl,
      BROSSE_PORT: "0",
      BROSSE_DEMO: "0",
      NODE_ENV: "production",
    };
    const child = spawn(process.execPath, [server], { env, stdio: ["ignore", "pipe", "inherit"] });
    const [line] = await once(createInterface({ input: child.stdout }), "line");
    times.push(JSON.parse(String(line)).processorMs);
    child.kill("SIGTERM");
    await once(child, "exit");
  }
  return Math.min(...times);
}
