import type { Finding } from "@core/desk/grain/findings";
import type { GrainWork } from "@core/desk/grain/grain-work";
import type { DrawnGrain } from "@core/ground/grain";
import type { Picture } from "@core/picture/picture";

/** What is put on the desk: a picture by its file's name, or a drawn grain. */
export type GrainSource = { readonly picture: Picture; readonly name: string } | { readonly grain: DrawnGrain };

/** What lies on the desk; its thumbnail is at most 240 px wide. */
export interface GrainOnDesk {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  readonly thumbnail: ImageBitmap;
}

export interface GrainMade {
  readonly picture: ImageBitmap;
  readonly seam: number;
  readonly histogram: readonly number[];
}

export interface GrainFound {
  readonly findings: readonly Finding[];
  readonly ends: { readonly black: number; readonly white: number };
}

/** The grain desk's worker: makes a grain of what lies on the desk, and says what it finds as it comes. */
export interface GrainDesking {
  readonly calls: {
    readonly put: { readonly ask: GrainSource; readonly answer: GrainOnDesk };
    readonly work: { readonly ask: GrainWork; readonly answer: true };
    /** The grain as a 16-bit grey PNG. */
    readonly export: { readonly ask: null; readonly answer: Uint8Array<ArrayBuffer> };
  };
  readonly tells: Record<never, never>;
  readonly says: {
    readonly grain: GrainMade;
    readonly found: GrainFound;
    /** Three strokes for each law and depth. */
    readonly strokes: ImageBitmap;
  };
}
