import { heightPixels, normalPixels } from "../../surface/heights";
import { tableLight } from "../../surface/light";
import type { Surface } from "../../surface/surface";
import { writeGrey16, writeRgba16 } from "./png";

/** How high a surface's paint stands, or which way it faces, as a 16-bit PNG. @param depth px that full height stands up */
export function reliefPng(surface: Surface, map: "heights" | "normals", depth = tableLight.depth): Uint8Array {
  const { width, height } = surface;
  return map === "heights"
    ? writeGrey16(heightPixels(surface), width, height)
    : writeRgba16(normalPixels(surface, depth), width, height);
}
