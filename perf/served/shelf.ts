import { request } from "node:http";
import type { Brush } from "@core/brush";
import { judge } from "@core/measure/judge";
import { noPictures } from "@core/picture/picture";
import { demoBrushes } from "@demo/brushes";
import { createAccount, openSession } from "@server/accounts/repository";
import { addBrushes, findBrushes } from "@server/brushes/repository";
import { valuesHash } from "@server/brushes/values-hash";
import { connect, type Database } from "@server/database/connect";
import { sessionCookie } from "@server/http/session-cookie";
import { keepJudgement } from "@server/measures/repository";
import { unlessSmall } from "../small";
import { percentile } from "../timing";

/** A shelf of ten thousand brushes over HTTP, ms, and three hundred strokes that nobody has asked for before, s. */
export interface ShelfFigures {
  readonly firstByte: { readonly p50: number; readonly p95: number };
  /** From a key in the search to the whole answer. */
  readonly key: { readonly p50: number; readonly p95: number };
  readonly sifted: { readonly p50: number; readonly p95: number };
  readonly facets: { readonly p50: number; readonly p95: number };
  readonly strips: number;
  /** First byte of the bench, and of the tip desk. */
  readonly bench: { readonly p50: number; readonly p95: number };
  readonly desk: { readonly p50: number; readonly p95: number };
}

const BRUSHES = unlessSmall(10_000, 20);
/** Brushes that are measured; the others take what those measure. */
const KINDS = unlessSmall(Number.POSITIVE_INFINITY, 2);
const STRIPS = unlessSmall(300, 3);
/** A browser's connections to one server. */
const CONNECTIONS = 6;
const words = ["quay", "mast", "tar", "rope", "gull", "keel", "brine", "pitch", "oar", "lamp", "fog", "tide"];

const both = (values: readonly number[]) => ({ p50: percentile(values, 0.5), p95: percentile(values, 0.95) });

/** Fills an account with brushes that all differ, each with three tags, measured as those that they were made from. */
async function fill(database: Database): Promise<string> {
  const account = await createAccount(database, {
    email: `perf-${Date.now()}@example.com`,
    studio: "Ten Thousand",
    password: "long enough it is",
  });
  if (!account) throw new Error("the account could not be made");
  const plain = demoBrushes.filter(({ tip, ground }) => tip.shape.kind !== "image" && ground?.grain.kind !== "picture");
  const judged = plain.slice(0, KINDS).map((brush) => judge(brush, noPictures, () => performance.now()));
  const brushOf = (n: number): Brush => {
    const brush = plain[n % plain.length];
    const tags = [0, 1, 2].map((k) => words[(n * (k + 2) + k) % words.length]);
    return {
      ...brush,
      name: `${words[n % words.length]} ${brush.name} ${n}`.slice(0, 80),
      tags: [...new Set(tags)],
      tip: { ...brush.tip, size: brush.tip.size + n / 5000 },
    };
  };
  for (let n = 0; n < BRUSHES; n += 500) {
    const some = Array.from({ length: Math.min(500, BRUSHES - n) }, (_, i) => brushOf(n + i));
    await addBrushes(database, account.id, some);
    await Promise.all(
      some.map((brush, i) =>
        keepJudgement(database, valuesHash(brush), judged[((n + i) % plain.length) % judged.length]),
      ),
    );
  }
  return account.id;
}

/** How long an address takes to its first byte and to its last, ms. */
function timed(url: string, cookie: string): Promise<{ first: number; last: number }> {
  return new Promise((resolve, reject) => {
    const begun = performance.now();
    const asked = request(url, { headers: { Cookie: cookie } }, (response) => {
      let first = 0;
      response.on("data", () => {
        first ||= performance.now() - begun;
      });
      response.on("end", () => {
        if (response.statusCode === 200) resolve({ first, last: performance.now() - begun });
        else reject(new Error(`${url}: ${response.statusCode}`));
      });
    });
    asked.on("error", reject);
    asked.end();
  });
}

/** @param address of a server @param databaseUrl the same one's */
export async function measureShelf(address: string, databaseUrl: string): Promise<ShelfFigures> {
  const database = connect(databaseUrl);
  try {
    const account = await fill(database);
    const cookie = (await sessionCookie(await openSession(database, account), false)).split(";")[0];
    const ask = async (path: string, rounds: number, what: "first" | "last") => {
      const times: number[] = [];
      for (let n = 0; n < unlessSmall(rounds, 1); n++) times.push((await timed(`${address}${path}`, cookie))[what]);
      return times.slice(Math.min(3, times.length - 1));
    };
    const keys = ["q", "qu", "qua", "quay", "quay l", "quay le", "rope f", "tar glaze", "lam", "mast 99", "gull", "zz"];
    const typed: number[] = [];
    for (let round = 0; round < unlessSmall(4, 1); round++)
      for (const find of keys) typed.push(...(await ask(`/shelf.data?find=${encodeURIComponent(find)}`, 1, "last")));
    const firstByte = both(await ask("/shelf", 40, "first"));
    const sifted = both(await ask("/shelf.data?trait=soft&trait=glazes&tag=rope&order=width&down=1", 30, "last"));
    const facets = both(await ask("/shelf/facets.json.data", 20, "last"));
    const ids = (await database("brushes").where({ account_id: account }).limit(STRIPS).pluck("id")) as string[];
    const bench = both(await ask(`/bench/${ids[0]}`, 20, "first"));
    const desk = both(await ask("/desk/tip", 20, "first"));
    const waiting = (await findBrushes(database, account, ids)).map(
      ({ id, revision }) => `${address}/strips/brushes/${id}/${revision}.png?w=720&h=70`,
    );
    const begun = performance.now();
    await Promise.all(
      Array.from({ length: CONNECTIONS }, async () => {
        for (let url = waiting.shift(); url; url = waiting.shift()) await timed(url, cookie);
      }),
    );
    return { firstByte, key: both(typed), sifted, facets, bench, desk, strips: (performance.now() - begun) / 1000 };
  } finally {
    await database.destroy();
  }
}
