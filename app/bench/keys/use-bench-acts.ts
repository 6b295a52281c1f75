import type { Brush, Use } from "@core/brush";
import type { Panel } from "../panel-switch";
import { type Command, redo, seal, setQuality, undo } from "../state/commands";
import type { BenchAct } from "./keys";
import { useBenchKeys } from "./use-bench-keys";

interface Bench {
  readonly brush: Brush;
  readonly run: (command: Command) => void;
  readonly save: () => void;
  /** Shows what is held or what is now; absent while nothing is held. */
  readonly flip: (() => void) | undefined;
  readonly onUse: (use: Use) => void;
  readonly onMirror: () => void;
  readonly onLight: () => void;
  readonly onTakeBack: () => void;
  readonly onClear: () => void;
  readonly onPanel: (panel: Panel) => void;
  readonly onKeys: () => void;
}

const STEP = 1.1;

/** Lets the keys of the bench do what their list says. @param singles whether single letters and digits are keys */
export function useBenchActs(singles: boolean, bench: Bench): void {
  const { brush, run } = bench;
  const size = (times: number) => {
    run(setQuality("size", Number((brush.tip.size * times).toPrecision(3))));
    run(seal);
  };
  const opacity = (key: string) => {
    run(setQuality("opacity", key === "0" ? 1 : Number(key) / 10));
    run(seal);
  };
  const acts: Record<BenchAct, ((key: string) => void) | undefined> = {
    undo: () => run(undo),
    redo: () => run(redo),
    save: bench.save,
    smaller: () => size(1 / STEP),
    larger: () => size(STEP),
    opacity,
    flip: bench.flip,
    paint: () => bench.onUse("paint"),
    smudge: () => bench.onUse("smudge"),
    erase: () => bench.onUse("erase"),
    mirror: bench.onMirror,
    light: bench.onLight,
    "take-back": bench.onTakeBack,
    clear: bench.onClear,
    bodies: () => bench.onPanel("bodies"),
    score: () => bench.onPanel("score"),
    responses: () => bench.onPanel("responses"),
    find: () => bench.onPanel("find"),
    keys: bench.onKeys,
  };
  useBenchKeys(singles, (act, key) => {
    acts[act]?.(key);
    return acts[act] !== undefined;
  });
}
