import { unwritten } from "@core/kernels/blend-modes";

/** What is said where layers go out whose blend mode the open format has no name for. */
export const UNWRITTEN = `Its ${unwritten.join(" and ")} layers go out lying over: OpenRaster has no name for that. The merged picture is as you see it.`;
