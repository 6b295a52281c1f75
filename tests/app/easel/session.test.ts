import type { Act } from "@core/study/act";
import { firstLooks, looksAfter } from "@core/study/looks";
import { TraceWriter } from "@core/study/trace";
import { expect, test } from "vitest";
import type { EaselEngine } from "~/easel/engine/client";
import type { SheetState } from "~/easel/engine/protocol";
import { plainState } from "~/easel/state/plain-state";
import { StudySession } from "~/easel/state/session";
import { setUse } from "~/easel/state/study-state";
import { brushOf } from "../../helpers";

const hash = (n: number) => String(n).repeat(64);

/** An engine that does what it is asked only when it is let. */
class LateEngine {
  private readonly waiting: Act[] = [];
  private looks = firstLooks;
  private n = 0;
  private hear: (what: { n: number; act: Act; state: SheetState }) => void = () => undefined;
  readonly strokes: number[] = [];

  on(name: string, hear: (what: never) => void) {
    if (name === "acted") this.hear = hear as typeof this.hear;
    return () => undefined;
  }
  lightBy() {}
  async open() {
    return this.state;
  }
  act(act: Act) {
    this.waiting.push(act);
  }
  penDown(head: { layer: number }) {
    this.strokes.push(head.layer);
  }
  catchUp() {
    for (const act of this.waiting.splice(0)) {
      if (act.kind !== "back" && act.kind !== "again") this.looks = looksAfter(this.looks, act);
      this.hear({ n: this.n++, act, state: this.state });
    }
  }
  get state(): SheetState {
    return { looks: this.looks, back: undefined, again: undefined, next: this.n };
  }
}

async function opened(log: readonly Act[] = []) {
  const session = new StudySession(
    plainState("#ffffff", hash(1)),
    [1, 2].map((n) => ({ hash: hash(n), brush: brushOf({ name: `brush ${n}` }) })),
    undefined,
  );
  const engine = new LateEngine();
  session.attach(engine as unknown as EaselEngine);
  await session.open(log);
  return { session, engine };
}

test("new layers that are asked for while the engine is behind are all there, in order, and strokes lie on the newest", async () => {
  const { session, engine } = await opened();
  session.addLayer();
  session.addLayer();
  session.penDown();
  session.addLayer();
  expect(session.closedBecause()).toBeUndefined();
  expect(session.store.get().layer).toBe(4);
  engine.catchUp();
  expect(session.store.get().sheet?.looks.map(({ id }) => id)).toEqual([1, 2, 3, 4]);
  expect(engine.strokes).toEqual([3]);
  expect(session.store.get().layer).toBe(4);
});

test("a study that is opened again lies in one's hand as it was left: brush, size, colours and layer", async () => {
  const writer = new TraceWriter(0);
  writer.push([{ x: 1, y: 2, time: 0 }]);
  const stroke = {
    kind: "stroke",
    at: 1,
    layer: 2,
    part: "paint",
    brush: hash(2),
    values: { size: 33 },
    use: "paint",
    colour: "#112233",
    second: "#445566",
    seed: 1,
    trace: writer.trace(),
  } as const;
  const { session } = await opened([{ kind: "layer", at: 0, layer: 2, above: 1, name: "second" }, stroke]);
  expect(session.store.get()).toMatchObject({
    brush: hash(2),
    values: { [hash(2)]: { size: 33 } },
    first: "#112233",
    second: "#445566",
  });
});

test("where paint stays inside, erasing is refused in words", async () => {
  const { session, engine } = await opened();
  session.act({ kind: "look", layer: 1, keepsAlpha: true });
  engine.catchUp();
  expect(session.closedBecause()).toBeUndefined();
  session.store.run(setUse("erase"));
  expect(session.closedBecause()).toMatch(/^paint stays inside/);
});
