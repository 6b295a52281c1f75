import { fileURLToPath } from "node:url";
import { defineConfig } from "vitest/config";

const at = (path: string) => fileURLToPath(new URL(path, import.meta.url));

// A busy machine is slow, and not wrong: what is waited for may take long, and nothing is tried twice.
const patient = { testTimeout: 180_000, expect: { poll: { timeout: 30_000 } } };

/** Browser tests that empty, fill or count what the demo workshop has, or measure how it looks while nothing else is under way. */
const alone = ["demonstration", "same-pixels", "shelf", "slice", "study"].map((name) => `e2e/${name}.test.ts`);

export default defineConfig({
  resolve: {
    alias: { "~": at("app"), "@core": at("core"), "@server": at("server"), "@demo": at("demo"), "@main": at("main") },
  },
  test: {
    reporters: ["default", "./tests/closing-line.ts"],
    testTimeout: 60_000,
    hookTimeout: 60_000,
    // Two files at a time: the machine has two cores, and left alone only one is used.
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
          exclude: alone,
          sequence: { groupOrder: 2 },
          maxWorkers: 2,
          ...patient,
        },
      },
      {
        extends: true,
        test: { name: "browser-alone", include: alone, sequence: { groupOrder: 3 }, maxWorkers: 1, ...patient },
      },
    ],
  },
});
