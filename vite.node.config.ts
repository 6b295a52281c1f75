import { builtinModules } from "node:module";
import { fileURLToPath } from "node:url";
import { defineConfig } from "vite";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

// What runs in Node besides the pages: the server, its rendering threads, the command line, the benchmarks.
export default defineConfig({
  resolve: { alias: { "~": at("app"), "@core": at("core"), "@server": at("server"), "@demo": at("demo") } },
  // Bundled, so that a start reads few files: it is a third of its processor time.
  ssr: {
    noExternal: [
      "zod",
      "fast-png",
      "fast-xml-parser",
      "fflate",
      "express",
      "compression",
      "@react-router/express",
      "@react-router/node",
      "lodash",
      "pino",
    ],
  },
  build: {
    ssr: true,
    outDir: "build/node",
    emptyOutDir: true,
    target: "node20",
    rollupOptions: {
      input: {
        serve: at("main/serve.ts"),
        "render-worker": at("server/render/worker.ts"),
        cli: at("cli/main.ts"),
        perf: at("perf/main.ts"),
      },
      output: { format: "es", entryFileNames: "[name].js", chunkFileNames: "shared-[hash].js" },
      external: [...builtinModules, /^node:/],
    },
  },
});
