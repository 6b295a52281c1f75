import type { Finding } from "@core/desk/grain/findings";
import type { GrainWork } from "@core/desk/grain/grain-work";
import type { DrawnGrain } from "@core/ground/grain";
import type { Picture } from "@core/picture/picture";

/** What the grain desk asks of its worker. A newer question ends the work on an older one. */
export type DeskAsk =
  | { readonly kind: "open"; readonly picture: Picture; readonly name: string }
  | { readonly kind: "generate"; readonly grain: DrawnGrain }
  | { readonly kind: "work"; readonly turn: number; readonly work: GrainWork }
  | { readonly kind: "export" };

export type DeskTell =
  /** A picture lies on the desk; its thumbnail is at most 240 px wide. */
  | {
      readonly kind: "opened";
      readonly name: string;
      readonly width: number;
      readonly height: number;
      readonly thumbnail: ImageBitmap;
    }
  | {
      readonly kind: "grain";
      readonly turn: number;
      readonly picture: ImageBitmap;
      readonly seam: number;
      readonly histogram: readonly number[];
    }
  | {
      readonly kind: "findings";
      readonly turn: number;
      readonly findings: readonly Finding[];
      readonly ends: { readonly black: number; readonly white: number };
    }
  /** Three strokes for each law and depth. */
  | { readonly kind: "strokes"; readonly turn: number; readonly picture: ImageBitmap }
  | { readonly kind: "exported"; readonly bytes: Uint8Array<ArrayBuffer> }
  | { readonly kind: "fault"; readonly message: string };
