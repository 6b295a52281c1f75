import { hexToRgb } from "@core/colour/srgb";
import { writeOra } from "@core/formats/ora/write";
import { writeRgba } from "@core/formats/png/png";
import { reliefPng } from "@core/formats/png/relief-png";
import { Picture } from "@core/surface/picture";
import type { Surface } from "@core/surface/surface";
import type { PaperManner } from "./protocol";

type Out = (surface: Surface, manner: PaperManner) => Uint8Array;

/** What of a paper is taken out of the page, each as a file. */
export const papersOut = {
  /** What is painted on the layers that are shown, without the paper, as a PNG. */
  painted: (surface) => {
    const whole = new Picture(surface, null);
    whole.showAll();
    const pixels = whole.copy();
    whole.release();
    return writeRgba(pixels, surface.width, surface.height);
  },
  /** How high the paint stands, as a PNG. */
  heights: (surface) => reliefPng(surface, "heights"),
  /** Which way it faces. */
  normals: (surface, { light }) => reliefPng(surface, "normals", light?.depth),
  /** All layers as OpenRaster; its merged picture is lit as the paper is. @throws FormatError where there is nothing, or a blend mode has no name there */
  layered: (surface, { colours, light }) => writeOra(surface, hexToRgb(colours.paper), light ?? undefined),
} as const satisfies Readonly<Record<string, Out>>;
