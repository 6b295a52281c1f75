// For who changes Brosse: the project's MariaDB, and the server with pages that change while one looks at them. Server code
// is taken up with the next request; core and kernels are compiled anew when they change. Ctrl-C stops all of it.
import { watch } from "node:fs";
import { createServer } from "node:http";
import { join } from "node:path";
import { createServer as createVite } from "vite";
import { buildKernels } from "./build-kernels.mjs";
import { quietly, root } from "./commands.mjs";
import { startMariadb } from "./mariadb.mjs";
import { run, step } from "./say.mjs";
import { data, ensureInstalled, ensureKernels } from "./setup.mjs";

const PORT = Number(process.env.BROSSE_PORT ?? 4871);
/** How long a change waits for the next one, ms. */
const PAUSE = 150;

const buildThreads = () => quietly("npx", ["vite", "build", "--config", "vite.node.config.ts"]);

await run(async () => {
  await ensureInstalled(process.env.BROSSE_DATABASE_URL ? {} : { mariadbd: "mariadb-server" });
  await ensureKernels();
  await step("building the server's threads", () => buildThreads().then(() => "done"));
  const given = process.env.BROSSE_DATABASE_URL;
  const started = given ? undefined : await step("starting MariaDB", () => startMariadb(data));
  process.env.BROSSE_DATABASE_URL = given ?? started.url;
  const http = createServer();
  const vite = await createVite({
    root,
    configFile: join(root, "vite.config.ts"),
    server: { middlewareMode: true, hmr: { server: http } },
  });
  const { openParts } = await vite.ssrLoadModule("/main/dev.ts");
  const parts = await openParts(vite.middlewares, () => vite.ssrLoadModule("virtual:react-router/server-build"));
  let made;
  let app;
  http.on("request", async (request, response) => {
    try {
      const { createApp } = await vite.ssrLoadModule("/server/http/app.ts");
      if (createApp !== made) app = createApp(parts);
      made = createApp;
      app(request, response);
    } catch (error) {
      vite.ssrFixStacktrace(error);
      console.error(error);
      response.writeHead(500, { "Content-Type": "text/plain" }).end(String(error.stack));
    }
  });
  let waiting;
  watch(join(root, "core"), { recursive: true }, (_, name) => {
    if (!name || name.includes("built")) return;
    clearTimeout(waiting);
    waiting = setTimeout(async () => {
      try {
        if (name.includes("assembly")) await step("compiling the kernels", () => buildKernels().then(() => "done"));
        await buildThreads();
        await parts.pool.restart();
      } catch (error) {
        console.error(error.message);
      }
    }, PAUSE);
  });
  const end = async () => {
    await vite.close();
    await parts.close();
    await started?.stop();
    process.exit(0);
  };
  for (const signal of ["SIGINT", "SIGTERM"]) process.once(signal, () => void end());
  http.listen(PORT, "127.0.0.1", () => {
    console.log(`\nBrosse, while it changes: http://127.0.0.1:${PORT}\n  Ctrl-C stops it; the data stays in ${data}\n`);
  });
});
