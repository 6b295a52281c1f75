// Checks the types of the pages, of the core and of the server at once: each sees only what its environment has.
import { quietly } from "./commands.mjs";
import { run } from "./say.mjs";

await run(async () => {
  await quietly("npx", ["react-router", "typegen"]);
  const projects = ["tsconfig.json", "tsconfig.core.json", "tsconfig.node.json"];
  await Promise.all(projects.map((project) => quietly("npx", ["tsc", "--noEmit", "-p", project])));
});
