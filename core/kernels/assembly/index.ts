export { coverBuild, coverEven, tintBuild, tintEven } from "./lay";
export { mergeCover, mergeTint, showClear, showOpaque, showWet } from "./merge";
export { maskEllipse, maskSample } from "./mask";

/** The first address that the data segments leave free. */
export function heapBase(): usize {
  return __heap_base;
}
