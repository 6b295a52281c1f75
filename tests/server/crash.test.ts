import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { parseBrush } from "@core/brush";
import type { Act } from "@core/study/act";
import { createAccount } from "@server/accounts/repository";
import { addBrushes } from "@server/brushes/repository";
import { connect } from "@server/database/connect";
import { migrate } from "@server/database/migrate";
import { createSet } from "@server/sets/repository";
import { actsOf, appendActs } from "@server/studies/acts";
import { brushesOfStudy } from "@server/studies/brushes";
import { createStudy, findStudy } from "@server/studies/repository";
import { expect, test } from "vitest";
import { startMariadb } from "../../scripts/mariadb.mjs";
import { lineSamples } from "../helpers";
import { strokeOf } from "../study/any-acts";

test("what the server has acknowledged of a study outlasts a database that is killed", {
  timeout: 120_000,
}, async () => {
  const folder = mkdtempSync(join(tmpdir(), "brosse-crash-"));
  const first = await startMariadb(folder);
  const database = connect(first.url);
  await migrate(database);
  const account = await createAccount(database, { email: "a@example.com", studio: "A", password: "a long enough one" });
  if (!account) throw new Error("there is no account");
  const ids = await addBrushes(database, account.id, [parseBrush({ level: 1, name: "Fitch" })]);
  const words = { name: "S", licence: "CC0-1.0" as const, notes: "", credits: "" };
  const setId = await createSet(database, account.id, { ...words, brushes: ids.map((id) => ({ id, group: "" })) });
  const id = await createStudy(database, account.id, { name: "S", setId, width: 200, height: 100, paper: "#fdfdfd" });
  const study = await findStudy(database, account.id, id ?? "");
  if (!study) throw new Error("there is no study");
  const { tray } = await brushesOfStudy(database, account.id, study);
  const acts = Array.from(
    { length: 30 },
    (_, n): Act => strokeOf(lineSamples(5, n * 3, 150, 60, 20), { at: n * 100, brush: tray[0] }),
  );
  let acknowledged = 0;
  for (const act of acts) {
    const answer = await appendActs(database, account.id, study.id, acknowledged, [act]);
    if (answer?.kind === "kept") acknowledged = answer.next;
  }
  // One more is under way when the database dies.
  const cut = appendActs(database, account.id, study.id, acknowledged, [acts[0]]).catch(() => undefined);
  process.kill(Number(readFileSync(join(folder, "mariadb.pid"), "utf8")), "SIGKILL");
  await cut;
  await database.destroy();

  const again = await startMariadb(folder);
  const after = connect(again.url);
  const kept = await actsOf(after, study.id);
  expect(kept.slice(0, acknowledged)).toEqual(acts);
  expect(kept.length - acknowledged).toBeLessThanOrEqual(1);
  expect((await findStudy(after, account.id, study.id))?.acts).toBe(kept.length);
  await after.destroy();
  await again.stop();
  rmSync(folder, { recursive: true, force: true });
});
