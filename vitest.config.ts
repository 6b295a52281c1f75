import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

export default defineConfig({
  resolve: {
    alias: { "~": at("app"), "@core": at("core"), "@server": at("server"), "@demo": at("demo"), "@main": at("main") },
  },
  test: {
    reporters: ["default", "./tests/closing-line.ts"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    // Browser tests come after the others and one file at a time, quick ones two at a time: the machine has two cores, and left alone only one is used.
    projects: [
      {
        extends: true,
        test: {
          name: "unit",
          include: ["tests/**/*.test.ts"],
          exclude: ["tests/server/**", "tests/cli/**"],
          sequence: { groupOrder: 0 },
          maxWorkers: 2,
        },
      },
      {
        extends: true,
        test: { name: "server", include: ["tests/{server,cli}/**/*.test.ts"], sequence: { groupOrder: 1 } },
      },
      {
        extends: true,
        test: {
          name: "browser",
          include: ["e2e/**/*.test.ts"],
          sequence: { groupOrder: 2 },
          maxWorkers: 1,
          // A busy machine is slow, and not wrong: what fails once is tried once more, and told as such.
          retry: 1,
          expect: { poll: { timeout: 10_000 } },
        },
      },
    ],
  },
});
