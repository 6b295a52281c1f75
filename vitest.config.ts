import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  resolve: { alias: { "~": at("app"), "@core": at("core"), "@server": at("server"), "@demo": at("demo") } },
  test: { include: ["tests/**/*.test.ts"], testTimeout: 60_000 },
});
