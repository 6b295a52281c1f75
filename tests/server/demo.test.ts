import { seedDemo } from "@main/seed-demo";
import { createAccount } from "@server/accounts/repository";
import { migrate } from "@server/database/migrate";
import { RenderPool } from "@server/render/pool";
import { expect, test, vi } from "vitest";
import { scratchDatabase } from "./scratch-database";

const drawn = vi.hoisted(() => vi.fn());
vi.mock("@demo/pictures", () => drawn());
vi.mock("@demo/brushes", () => drawn());
vi.mock("@demo/tips", () => drawn());
vi.mock("@demo/grains", () => drawn());

test("a start on a database with an account draws nothing of the demo workshop and leaves it as it is", async () => {
  const { database, drop } = await scratchDatabase("demo");
  await migrate(database);
  await createAccount(database, { email: "a@example.com", studio: "A", password: "long enough it is" });
  await seedDemo(database, new RenderPool(new URL("file:///nowhere.js")));
  expect(drawn).not.toHaveBeenCalled();
  expect(await database("accounts").pluck("studio")).toEqual(["A"]);
  await drop();
});
