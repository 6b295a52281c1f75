import { describe, expect, test } from "vitest";
import { benchKeys, type KeyPress, keyRowOf } from "~/bench/keys/keys";
import { type BenchState, openBench, shownBrush } from "~/bench/state/bench-state";
import { setQuality, setStops } from "~/bench/state/commands";
import { BenchStore } from "~/bench/state/store";
import type { BenchShared } from "~/bench/state/use-bench";
import { hold } from "~/bench/state/view-commands";
import { FrameStore } from "~/paper/window/frame-store";
import { brushOf } from "../../helpers";

const press = (key: string, more: Partial<KeyPress> = {}): KeyPress => ({
  key,
  ctrlKey: false,
  metaKey: false,
  shiftKey: false,
  altKey: false,
  ...more,
});

/** A bench without a page, and what its keys have asked of the engine and of saving. */
function bench() {
  const asked: string[] = [];
  const engine = {
    whenSettled: (act: () => void) => act(),
    clear: () => asked.push("clear"),
    grow: (times: number) => asked.push(`grow ${times.toFixed(2)}`),
  };
  const shared = {
    store: new BenchStore(openBench(brushOf({ tip: { size: 50 } }), 1)),
    engine: { current: engine },
    tray: {
      current: {
        step: (by: number) => asked.push(`step ${by}`),
        before: () => asked.push("before"),
        find: () => asked.push("find"),
      },
    },
    frame: new FrameStore(),
    save: (note: string) => asked.push(`save ${note}`),
  } as unknown as BenchShared;
  const strike = (event: KeyPress) => keyRowOf(event, true)?.press(shared, event.key);
  return { shared, asked, strike, state: (): BenchState => shared.store.get() };
}

describe("the keys of the bench", () => {
  test("no two have the same name, and none belongs to two rows", () => {
    expect(new Set(benchKeys.map(({ keys }) => keys)).size).toBe(benchKeys.length);
    const all = [...Array.from("abcdefghijklmnopqrstuvwxyz0123456789,./?"), "Backspace", "Delete"];
    for (const key of all)
      for (const more of [{}, { shiftKey: true }, { ctrlKey: true }, { ctrlKey: true, shiftKey: true }])
        expect(benchKeys.filter((row) => row.is(press(key, more))).length, key).toBeLessThanOrEqual(1);
  });

  // WCAG 2.2, 2.1.4 Character Key Shortcuts: single keys can be switched off.
  test("single ones can be switched off, those with Ctrl stay, and Alt belongs to the browser", () => {
    expect(keyRowOf(press("h"), false)).toBeUndefined();
    expect(keyRowOf(press("s", { metaKey: true }), false)?.keys).toBe("Ctrl S");
    expect(keyRowOf(press("h", { altKey: true }), true)).toBeUndefined();
    expect(keyRowOf(press("x"), true)).toBeUndefined();
  });

  test("undo and redo, whichever way redo is struck", () => {
    const { shared, strike, state } = bench();
    shared.store.run(setQuality("size", 80));
    strike(press("z", { ctrlKey: true }));
    expect(state().brush.tip.size).toBe(50);
    strike(press("Z", { ctrlKey: true, shiftKey: true }));
    expect(state().brush.tip.size).toBe(80);
    strike(press("z", { metaKey: true }));
    strike(press("y", { ctrlKey: true }));
    expect(state().brush.tip.size).toBe(80);
  });

  test("size by tenths, digits the stops of what was touched last, each a step of its own", () => {
    const { shared, strike, state } = bench();
    strike(press("."));
    strike(press("."));
    expect(state().brush.tip.size).toBe(60.5);
    strike(press(","));
    expect(state().brush.tip.size).toBe(55);
    strike(press("3"));
    expect(state().brush.tip.size).toBe(16);
    shared.store.run(setQuality("opacity", 0.5));
    strike(press("7"));
    expect(state().brush.paint.opacity).toBe(0.7);
    strike(press("0"));
    expect(state().brush.paint.opacity).toBe(1);
    shared.store.run(setStops("opacity", [0.2, 0.6]));
    strike(press("2"));
    expect(state().brush.paint.opacity).toBe(0.6);
    expect(strike(press("3"))).toBe(false);
    expect(state().history.done).toHaveLength(9);
  });

  test("the view: use, mirror, light, panels, the list of keys", () => {
    const { shared, strike, state } = bench();
    strike(press("m"));
    expect(state().view.use).toBe("smudge");
    for (const key of ["v", "l", "c"]) strike(press(key));
    expect([shared.frame.get().mirrored, state().view.lit, state().view.panel]).toEqual([true, false, "score"]);
    strike(press("?", { shiftKey: true }));
    expect(state().view.overlay).toBe("keys");
  });

  test("flipping belongs to the browser while nothing is held, and shows what is held afterwards", () => {
    const { shared, strike, state } = bench();
    expect(strike(press("h"))).toBe(false);
    shared.store.run(hold);
    shared.store.run(setQuality("size", 9));
    expect(strike(press("h"))).toBe(true);
    expect(shownBrush(state()).tip.size).toBe(50);
    strike(press("H"));
    expect(shownBrush(state()).tip.size).toBe(9);
  });

  test("what is asked of the engine, of the tray and of saving", () => {
    const { asked, strike } = bench();
    for (const event of [press("Delete"), press("n"), press("N", { shiftKey: true }), press("a"), press("o")])
      strike(event);
    strike(press("s", { ctrlKey: true }));
    expect(asked).toEqual(["clear", "step 1", "step -1", "before", "find", "save "]);
  });

  test("the two colours are changed over, and back", () => {
    const { strike, state } = bench();
    const before = state().settings.colours;
    strike(press("s"));
    expect(state().settings.colours).toEqual({ ...before, ink: before.second, second: before.ink });
    strike(press("s"));
    expect(state().settings.colours).toEqual(before);
  });
});
