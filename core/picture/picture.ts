/** A picture that a tip, a grain or a layer is made of, as a decoder gives it. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  /** 1 grey, 2 grey and alpha, 3 RGB, 4 RGBA; colour not multiplied by alpha. */
  readonly channels: 1 | 2 | 3 | 4;
  readonly data: Uint8Array | Uint16Array;
  /** The number that stands for full: 255 or 65535. */
  readonly full: number;
}

/** The pictures that brushes name, by path. */
export type Pictures = ReadonlyMap<string, Picture>;

export const noPictures: Pictures = new Map();
