export { brushText } from "./canonical";
export { BrushError, firstFault, parseBrush } from "./parse";
export { BRUSH_NAME_LENGTH, type Brush, brushSchema, LEVEL } from "./schema";
export { smudging, type Use, uses } from "./use";
