import { judge } from "@core/measure/judge";
import { noPictures } from "@core/picture/picture";
import { demoBrushes } from "@demo/brushes";
import { createAccount } from "@server/accounts/repository";
import { addBrushes } from "@server/brushes/repository";
import { valuesHash } from "@server/brushes/values-hash";
import { connect } from "@server/database/connect";
import { publish } from "@server/editions/publish";
import { keepJudgement } from "@server/measures/repository";
import { latestEditions } from "@server/outlet/latest";
import { RenderPool } from "@server/render/pool";
import { createSet, findSet } from "@server/sets/repository";
import { launchChromium } from "../../scripts/chromium.mjs";
import { unlessSmall } from "../small";
import { percentile } from "../timing";

/** Publishing, and the page that comes of it. */
export interface EditionFigures {
  /** A hundred brushes, measured before, none of whose strokes were painted before, s. */
  readonly publishing: number;
  /** First paint of a public page in a browser that has nothing of it, ms. */
  readonly paint: { readonly p50: number; readonly p95: number };
}

const BRUSHES = unlessSmall(100, 3);
const VISITS = unlessSmall(12, 1);

/** @param address of a server with the demo @param databaseUrl the same one's */
export async function measureEditions(address: string, databaseUrl: string): Promise<EditionFigures> {
  const database = connect(databaseUrl);
  const pool = new RenderPool(new URL("./render-worker.js", import.meta.url));
  try {
    const [edition] = await latestEditions(database);
    const paint = await firstPaints(`${address}/editions/${edition.id}`);
    const account = await createAccount(database, {
      email: `perf-editions-${Date.now()}@example.com`,
      studio: "A Hundred",
      password: "long enough it is",
    });
    if (!account) throw new Error("the account could not be made");
    const plain = demoBrushes.filter(
      ({ tip, ground }) => tip.shape.kind !== "image" && ground?.grain.kind !== "picture",
    );
    const brushes = Array.from({ length: BRUSHES }, (_, n) => {
      const brush = plain[n % plain.length];
      return { ...brush, name: `${n} ${brush.name}`, tip: { ...brush.tip, size: brush.tip.size + (n + 1) / 700 } };
    });
    const judgements = plain.slice(0, BRUSHES).map((brush) => judge(brush, noPictures, () => performance.now()));
    await Promise.all(brushes.map((one, n) => keepJudgement(database, valuesHash(one), judgements[n % plain.length])));
    const ids = await addBrushes(database, account.id, brushes);
    const id = await createSet(database, account.id, {
      name: "A hundred",
      licence: "CC0-1.0",
      notes: "",
      credits: "",
      brushes: ids.map((one) => ({ id: one, group: "" })),
    });
    const set = await findSet(database, account.id, id);
    if (!set) throw new Error("the set could not be made");
    const begun = performance.now();
    const made = await publish(database, pool, account, set, { version: "1.0.0" });
    if ("fault" in made) throw new Error(made.fault);
    return { publishing: (performance.now() - begun) / 1000, paint };
  } finally {
    await pool.close();
    await database.destroy();
  }
}

async function firstPaints(url: string): Promise<EditionFigures["paint"]> {
  const browser = await launchChromium();
  try {
    const times: number[] = [];
    for (let n = 0; n < VISITS; n++) {
      const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
      const page = await context.newPage();
      await page.goto(url);
      times.push(
        await page.evaluate(
          () =>
            new Promise<number>((resolve) => {
              // Paint Timing, W3C: the first time that anything of the page is seen.
              new PerformanceObserver((list, observer) => {
                const found = list.getEntriesByName("first-contentful-paint")[0];
                if (!found) return;
                observer.disconnect();
                resolve(found.startTime);
              }).observe({ type: "paint", buffered: true });
            }),
        ),
      );
      await context.close();
    }
    const warm = times.slice(1);
    return { p50: percentile(warm, 0.5), p95: percentile(warm, 0.95) };
  } finally {
    await browser.close();
  }
}
