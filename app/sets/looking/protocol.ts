import type { Brush } from "@core/brush";
import type { MarkCost } from "@core/measure/cost";
import type { PictureFacts } from "@core/preflight";

/** Looks at the brushes of a set: what takes painting and decoding. */
export interface Looking {
  readonly calls: {
    /** What a brush's marks cost, and what its pictures are like. */
    readonly facts: {
      readonly ask: Brush;
      readonly answer: { readonly cost: MarkCost; readonly pictures: ReadonlyMap<string, PictureFacts> };
    };
    /** Mean ΔE of two brushes over five proofs. */
    readonly apart: { readonly ask: readonly [Brush, Brush]; readonly answer: number };
  };
  readonly tells: Record<never, never>;
  readonly says: Record<never, never>;
}
