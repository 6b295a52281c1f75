import { canvas, linen, weave } from "./drawn/cloth";
import { hatch } from "./drawn/hatch";
import { cardboard, coldPress, fibres, hotPress, laid, noise } from "./drawn/paper";
import { crosses, dots, lines } from "./drawn/screen";
import { type Sheet, toHeights } from "./drawn/sheet";
import { plaster, sand, sponge, stone } from "./drawn/wall";
import { board } from "./drawn/wood";
import type { DrawnGrain } from "./grain";

export { GRAIN_SIDE } from "./drawn/sheet";

/** Draws a grain: heights 0 (valley) … 1 (peak), row by row, a square that tiles. */
export function drawGrain(grain: DrawnGrain): Float32Array {
  return toHeights(sheetOf(grain));
}

function sheetOf(grain: DrawnGrain): Sheet {
  switch (grain.kind) {
    case "noise":
      return noise(grain.octaves, grain.seed);
    case "paper":
      return coldPress(grain.roughness, grain.seed);
    case "hotpress":
      return hotPress(grain.roughness, grain.seed);
    case "laid":
      return laid(grain.wires, grain.chains, grain.seed);
    case "fibres":
      return fibres(grain.fibres, grain.length, grain.seed);
    case "cardboard":
      return cardboard(grain.flutes, grain.flecks, grain.seed);
    case "weave":
      return weave(grain.threads, grain.thickness, grain.unevenness, grain.seed);
    case "canvas":
      return canvas(grain.threads, grain.primed, grain.seed);
    case "linen":
      return linen(grain.threads, grain.slubs, grain.seed);
    case "board":
      return board(grain.rings, grain.wander, grain.seed);
    case "sand":
      return sand(grain.corns, grain.seed);
    case "plaster":
      return plaster(grain.plates, grain.roughness, grain.seed);
    case "sponge":
      return sponge(grain.holes, grain.spread, grain.seed);
    case "stone":
      return stone(grain.facets, grain.roughness, grain.seed);
    case "hatch":
      return hatch(grain.lines, grain.crossed, grain.unevenness, grain.seed);
    case "dots":
      return dots(grain.across);
    case "crosses":
      return crosses(grain.across);
    case "lines":
      return lines(grain.across);
  }
}
