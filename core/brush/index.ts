export { brushText } from "./canonical";
export { type Difference, differences } from "./differences";
export { mixBrushes } from "./mix";
export { withGrain } from "./one-grain";
export { BrushError, firstFault, parseBrush } from "./parse";
export { brushPictures, renamePictures } from "./pictures";
export { BRUSH_NAME_LENGTH, type Brush, brushSchema, LEVEL } from "./schema";
export { swapBody } from "./swap";
export { smudging, type Use, uses } from "./use";
