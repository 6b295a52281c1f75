export { coverBuild, coverEven, ownBuild, ownEven, tintBuild, tintEven, tonedBuild, tonedEven } from "./lay";
export { keepAlpha, solid } from "./alpha";
export { blend, erase } from "./blend";
export { blendOnSheet } from "./blend-sheet";
export { cellsBytes, gatherCells, layCells, setCells, takeCells } from "./cells";
export { blurTile, rim, rimRoom } from "./edge";
export { groundRoom, setGround } from "./ground";
export { coverEmpty, hide, mergeCover, mergeTint, mergeWeaker, scaleTile, showClear, showOpaque, showWet } from "./merge";
export { maskEllipse } from "./mask-ellipse";
export { maskSample } from "./mask-sample";
export { layDragged, setCarried, takeUp } from "./drag";
export { meanOver, mixRows } from "./mean";
export { gather, layMixed, setMixing } from "./mix";
export { addHeights, pile, relief, lessen } from "./relief";
export { setShoved, shove, shoveEnd } from "./shove";
export { soften, softenRoom } from "./soften";
export { closeTile, openBytes, openTile, setSpace } from "./space";
export { takeHairs } from "./take-hairs";
export { strengthsOf } from "./strengths";
export { throughTip } from "./through";
export { layFilm, strokeFilm, tileSum } from "./film";
export { washBytes, washEdges, washEmpty, washEven, washEvened, washFill, washFilm, washPaths, washPour, washRoom, washRuns, washStep, washVolumes } from "./wash";
export { standHairs, sweepHairs } from "./sweep";

/** The first address that the data segments leave free. */
export function heapBase(): usize {
  return __heap_base;
}
