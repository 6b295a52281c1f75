import type { Brush } from "@core/brush";
import type { MainHand } from "@core/hand/proof";
import type { Source } from "@core/response/sources";
import { createContext, useContext, useMemo, useRef } from "react";
import type { StripSubject } from "../compare/test-strip";
import type { BenchState, Command } from "./commands";
import { readingsOf } from "./readings";

/** What every row of the bench may need besides its own number. It stays the same while a brush is tuned, so that rows need not be drawn anew. */
export interface BenchActs {
  /** What the shelf has. */
  readonly saved: Brush;
  /** The brush as it is now. */
  readonly brushNow: () => Brush;
  readonly run: (command: Command) => void;
  readonly onStrip: (subject: StripSubject) => void;
  /** A signal along the main stroke, 0…1 at even ways. */
  readonly readings: (source: Source) => readonly number[];
}

const context = createContext<BenchActs | undefined>(undefined);

export const BenchProvider = context.Provider;

/** What rows need of this bench, for its provider. */
export function useRowActs(
  { brush, saved }: BenchState,
  hand: MainHand,
  run: BenchActs["run"],
  onStrip: BenchActs["onStrip"],
): BenchActs {
  const now = useRef({ brush, hand });
  now.current = { brush, hand };
  return useMemo(
    () => ({
      saved,
      brushNow: () => now.current.brush,
      run,
      onStrip,
      readings: (source) => readingsOf(now.current.brush, now.current.hand, source),
    }),
    [saved, run, onStrip],
  );
}

/** @throws Error outside a bench */
export function useBench(): BenchActs {
  const acts = useContext(context);
  if (!acts) throw new Error("this belongs on a bench");
  return acts;
}
