export { coverBuild, coverEven, ownBuild, ownEven, tintBuild, tintEven, tonedBuild, tonedEven } from "./marks/lay";
export { keepAlpha, solid } from "./layers/alpha";
export { blend, erase } from "./layers/blend";
export { blendOnSheet } from "./layers/blend-sheet";
export { cellsBytes, gatherCells, layCells, setCells, takeCells } from "./mixing/cells";
export { blurTile, rim, rimRoom } from "./layers/edge";
export { groundRoom, setGround } from "./marks/ground";
export { coverEmpty, hide, mergeCover, mergeTint, mergeWeaker, scaleTile, showClear, showOpaque, showWet } from "./layers/merge";
export { maskEllipse } from "./tips/mask-ellipse";
export { maskSample } from "./tips/mask-sample";
export { layDragged, setCarried, takeUp } from "./mixing/drag";
export { meanOver, mixRows } from "./tips/mean";
export { gather, layMixed, setMixing } from "./mixing/mix";
export { wetOf, wetOver } from "./layers/dried";
export { addHeights, pile, relief, lessen } from "./layers/relief";
export { setShoved } from "./mixing/going";
export { levelTile, noteMoved } from "./mixing/level";
export { shoveEnd } from "./mixing/lump";
export { runBack, scrapedOff } from "./mixing/run-back";
export { shove } from "./mixing/shove";
export { soften, softenRoom } from "./mixing/soften";
export { closeTile, openBytes, openTile, setSpace } from "./mixing/space";
export { levelledBy, planeSum, ploughed, ridgesOf } from "./mixing/plough";
export { takeBodies } from "./mixing/take-bodies";
export { takeHairs } from "./mixing/take-hairs";
export { strengthsOf } from "./marks/strengths";
export { throughTip } from "./marks/through";
export { layFilm, pixelSums, strokeFilm } from "./water/film";
export { washEven, washEvened, washRuns } from "./water/even";
export { washBytes, washEdges, washEmpty, washFill, washFilm, washPaths, washPour, washRoom, washStep, washVolumes } from "./water/wash";
export { standHairs } from "./tips/stand";
export { sweepHairs } from "./tips/sweep";

/** The first address that the data segments leave free. */
export function heapBase(): usize {
  return __heap_base;
}
