import type { Source } from "@core/response/sources";
import { createContext, type RefObject, useContext, useSyncExternalStore } from "react";
import type { Engine } from "~/engine/client";
import type { FrameStore } from "~/paper/window/frame-store";
import type { BenchState, Command } from "./bench-state";
import { readingsOf } from "./readings";
import type { BenchStore } from "./store";

/** What keys do with the tray. */
export interface TrayReach {
  /** Takes the brush so many places on; round its end. */
  readonly step: (by: 1 | -1) => void;
  /** Takes the brush that was in hand before. */
  readonly before: () => void;
  /** Opens the search. */
  readonly find: () => void;
}

/** What everything on one bench shares. It stays the same for as long as the bench is open, so that nothing is drawn anew for it. */
export interface BenchShared {
  readonly store: BenchStore;
  /** What paints on the paper, while there is one. */
  readonly engine: RefObject<Engine | null>;
  /** How the paper is looked at. */
  readonly frame: FrameStore;
  /** Takes other brushes of the tray. */
  readonly tray: RefObject<TrayReach | null>;
  /** Saves the next revision, where something has changed. */
  readonly save: (note: string) => void;
}

const context = createContext<BenchShared | undefined>(undefined);

export const BenchProvider = context.Provider;

/** @throws Error outside a bench */
export function useBenchShared(): BenchShared {
  const shared = useContext(context);
  if (!shared) throw new Error("this belongs on a bench");
  return shared;
}

/** A part of the bench's state; the component is drawn anew when that part is another one. */
export function useBench<T>(select: (state: BenchState) => T): T {
  const { store } = useBenchShared();
  const read = () => select(store.get());
  return useSyncExternalStore(store.subscribe, read, read);
}

/** What runs commands on the bench. */
export function useRun(): (command: Command) => boolean {
  return useBenchShared().store.run;
}

/** Takes a step back or forth, when no stroke is under way. */
export function step({ store, engine }: Pick<BenchShared, "store" | "engine">, command: Command): void {
  const act = () => void store.run(command);
  if (engine.current) engine.current.whenSettled(act);
  else act();
}

export function useStep(): (command: Command) => void {
  const shared = useBenchShared();
  return (command) => step(shared, command);
}

/** What a signal was along the main stroke of the present brush, 0…1 at even ways. */
export function readingsNow({ store }: BenchShared, source: Source): readonly number[] {
  const { brush, settings } = store.get();
  return readingsOf(brush, settings.hand, source);
}
