/** The side of a tile in pixels. */
export const TILE = 64;
/** The bytes of one plane of a tile: 16 bits a pixel. */
export const PLANE = TILE * TILE * 2;
