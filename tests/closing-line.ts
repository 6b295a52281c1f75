import type { Reporter, TestModule } from "vitest/node";

/** Ends a run with one plain line that any machine can read. */
export default class ClosingLine implements Reporter {
  onTestRunEnd(modules: readonly TestModule[]): void {
    const tests = modules.flatMap((module) => [...module.children.allTests()]);
    const count = (state: string) => tests.filter((test) => test.result().state === state).length;
    process.stdout.write(
      `\n${count("passed")} passed, ${count("failed") + modules.filter((m) => m.errors().length > 0).length} failed\n`,
    );
  }
}
