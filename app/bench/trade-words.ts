import type { Quality } from "@core/quality/table";

/** What painters also call a quality; searched, not shown. */
const tradeWords: Partial<Record<Quality, string>> = {
  size: "width diameter thickness thick thin big small wide",
  angle: "rotation rotate turn tilt slant calligraphy",
  roundness: "flat chisel filbert squash aspect oval",
  hardness: "soft softness edge feather fuzzy blur airbrush crisp",
  spacing: "step interval distance gap density dense",
  scatter: "spray spread jitter stray splatter across",
  scatterAlong: "spray spread jitter stray splatter along",
  count: "number dabs stamps amount several",
  flow: "strength paint ink amount faint deposit opacity buildup glaze",
  opacity: "transparency transparent alpha ceiling see-through",
  hue: "colour color tint shift jitter variation",
  saturation: "colour color chroma vivid grey dull purity",
  lightness: "colour color value brightness dark light shade",
  second: "colour color background two-tone double loaded",
  mixing: "blend blending smear smudge wet oil pick up",
  carry: "smear drag length smudge pull",
  load: "reservoir dry runs out dip charge ink",
  body: "impasto thick relief height texture paste",
  soften: "water blur bleed wash melt diffuse",
  depth: "texture grain paper canvas tooth roughness dry",
  grainScale: "texture grain paper size zoom",
};

export function wordsOf(name: Quality): string {
  return tradeWords[name] ?? "";
}
