import { dropPaint, keepPaint, listPaints, MOST_PAINTS, ownPaintSchema } from "@server/paints/repository";
import { describe, expect, test } from "vitest";
import { onServer } from "./on-server";

const { database, open } = onServer();
const owner = async () => (await open()).id;
const words = (part: object = {}) =>
  ownPaintSchema.parse({ name: "Shop blue", colour: "#1f4fa0", tint: "#9db4dd", parts: 9, ...part });

describe("paints of one's own", () => {
  test("are kept for their account alone, the oldest first, and let go", async () => {
    const [me, other] = [await owner(), await owner()];
    await keepPaint(database, me, words());
    await keepPaint(database, me, words({ name: "Fascia red", colour: "#9b2038" }));
    const paints = await listPaints(database, me);
    expect(paints.map(({ name }) => name)).toEqual(["Shop blue", "Fascia red"]);
    expect(paints[0]).toMatchObject(words());
    expect(await listPaints(database, other)).toEqual([]);
    await dropPaint(database, other, paints[0].id);
    expect(await listPaints(database, me)).toHaveLength(2);
    await dropPaint(database, me, paints[0].id);
    expect((await listPaints(database, me)).map(({ name }) => name)).toEqual(["Fascia red"]);
  });

  test("of one colour are one: the newer takes the older one's place", async () => {
    const me = await owner();
    await keepPaint(database, me, words());
    await keepPaint(database, me, words({ name: "Harbour blue", parts: 4 }));
    expect(await listPaints(database, me)).toMatchObject([{ name: "Harbour blue", parts: 4 }]);
  });

  test("are at most so many, also when they are kept at once", async () => {
    const me = await owner();
    const colour = (n: number) => `#${n.toString(16).padStart(6, "0")}`;
    await database("paints").insert(
      Array.from({ length: MOST_PAINTS - 2 }, (_, n) => ({
        id: `full${n}`,
        account_id: me,
        ...words({ colour: colour(n) }),
        made_at: new Date(),
      })),
    );
    const answers = await Promise.all(
      [1, 2, 3, 4].map((n) => keepPaint(database, me, words({ colour: colour(1000 + n) }))),
    );
    expect(answers.filter((fault) => fault === undefined)).toHaveLength(2);
    expect(answers.find((fault) => fault !== undefined)).toContain(String(MOST_PAINTS));
    expect(await listPaints(database, me)).toHaveLength(MOST_PAINTS);
  });

  test.each([
    [{ name: "  " }, "name"],
    [{ colour: "blue" }, "colour"],
    [{ tint: "#12345" }, "tint"],
    [{ parts: 0 }, "parts"],
    [{ parts: 1.5 }, "parts"],
    [{ strength: 2 }, "strength"],
  ])("are refused where something is wrong: %o", (part, what) => {
    const read = ownPaintSchema.safeParse({ ...words(), ...part });
    expect(JSON.stringify(read.error?.issues)).toContain(what);
  });
});
