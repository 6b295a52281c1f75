/**
 * What a run of tests needs, by the files it names: `tests/stroke` neither a build nor a database nor a browser.
 * @param {readonly string[]} given file filters and options, as they stand behind `npm test --`; `--unit` for the quick ones alone
 */
export function needsOf(given) {
  const unit = given.includes("--unit");
  const watch = given.includes("--watch");
  const rest = given.filter((one) => one !== "--unit" && one !== "--watch");
  const files = rest.filter((one) => !one.startsWith("-"));
  const all = files.length === 0 && !unit;
  const names = (folder) => all || files.some((one) => one.startsWith(folder));
  const browser = names("e2e");
  const server = names("tests/server") || names("tests/cli");
  const quick = unit || all || files.some((one) => !/^(e2e|tests\/(server|cli))/.test(one));
  return {
    checks: all,
    build: browser || server,
    database: browser || names("tests/server"),
    browser,
    watch,
    projects: [
      ...(quick ? ["unit"] : []),
      ...(server ? ["server"] : []),
      ...(browser ? ["browser", "browser-alone"] : []),
    ],
    rest,
  };
}
