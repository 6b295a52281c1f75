const ease: [number, number][] = [
  [0, 0],
  [0.3, 0.12],
  [0.7, 0.72],
  [1, 1],
];

/** Brushes of hair: what a letter is painted with. */
export const hair = [
  {
    name: "Lettering quill, long",
    notes: "Swells under the hand and comes to a hair. The first choice for script.",
    tip: {
      shape: { kind: "bristles", bundle: "filbert", hairs: 90, thickness: 0.14, clumping: 0.06, splay: 0.45 },
      size: 40,
      hardness: 0.6,
      angle: 35,
    },
    trail: { spacing: 0.04 },
    paint: { flow: 0.85 },
    responses: [
      { quality: "size", source: "pressure", low: 0.1, high: 1, curve: ease },
      { quality: "flow", source: "pressure", low: 0.5, high: 1 },
    ],
  },
  {
    name: "Fitch, worn",
    notes: "An old flat with gaps in its hair; drags grain over boards.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 64, thickness: 0.03, clumping: 0.5, splay: 0.4, seed: 7 },
      size: 56,
      hardness: 0.5,
      angle: 70,
    },
    trail: { spacing: 0.03 },
    ground: { grain: { kind: "board", rings: 9, wander: 0.35 }, law: "peaks", depth: 0.55, grainScale: 0.8 },
    paint: { flow: 0.75, opacity: 0.85 },
    responses: [
      { quality: "size", source: "pressure", low: 0.6, high: 1 },
      { quality: "flow", source: "pressure", low: 0.1, high: 1 },
      { quality: "flow", source: "drift", low: 0.25, high: 1, period: 1.2 },
    ],
  },
  {
    name: "Fitch, running dry",
    notes: "One dip lasts a board's width; then the wood shows through. Wet paint wakes it again.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 80, thickness: 0.04, clumping: 0.35, splay: 0.3, seed: 9 },
      size: 50,
      hardness: 0.5,
      angle: 65,
    },
    trail: { spacing: 0.03 },
    ground: { grain: { kind: "board", rings: 11, wander: 0.4 }, law: "peaks", depth: 0.5, grainScale: 0.8 },
    paint: { flow: 0.9, load: 11, lending: 0.3 },
    responses: [{ quality: "size", source: "pressure", low: 0.6, high: 1 }],
  },
  {
    name: "Relief enamel",
    notes: "Enamel straight from the tin: stands up in ridges and catches the light.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 44, thickness: 0.12, clumping: 0.3, splay: 0.3, seed: 4 },
      size: 44,
      hardness: 0.7,
      angle: 55,
    },
    trail: { spacing: 0.03 },
    paint: { flow: 0.9, body: 0.7, levels: 0.6 },
    responses: [
      { quality: "size", source: "pressure", low: 0.5, high: 1 },
      { quality: "body", source: "pressure", low: 0.35, high: 1 },
    ],
  },
  {
    name: "Awning stripe",
    notes: "Five lines at once that turn with the way they go: awnings, scallops, ribbons.",
    tip: { shape: { kind: "rake", lines: 5, gap: 0.45, unevenness: 0.25 }, size: 44, hardness: 0.8, angle: 90 },
    trail: { spacing: 0.03 },
    paint: { flow: 1 },
    responses: [
      { quality: "angle", source: "heading", low: 0, high: 360 },
      { quality: "size", source: "pressure", low: 0.35, high: 1 },
    ],
  },
  {
    name: "Fitch, dry",
    notes: "Nearly nothing in it: single hairs over the tops of the grain, for weather and age.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 90, thickness: 0.01, clumping: 0.55, splay: 0.5, seed: 3 },
      size: 64,
      angle: 60,
    },
    ground: { grain: { kind: "board", rings: 12, wander: 0.5 }, depth: 1, grainScale: 0.9 },
    paint: { flow: 0.9 },
    responses: [{ quality: "press", source: "pressure", low: 0.15, high: 0.8 }],
  },
  {
    name: "Flat, one inch",
    notes: "Square to the way it goes. Fields, bands and the first coat.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 120, thickness: 0.06, clumping: 0.08, splay: 0.25 },
      size: 58,
      angle: 90,
    },
    paint: { flow: 0.95, load: 40 },
    responses: [
      { quality: "angle", source: "heading", low: 0, high: 360 },
      { quality: "size", source: "pressure", low: 0.7, high: 1 },
    ],
  },
  {
    name: "Flat, two-tone",
    notes: "Dipped in two colours: ribbons and scrolls that are shaded in one pull.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 120, thickness: 0.07, clumping: 0.05, splay: 0.3, dip: 1 },
      size: 46,
      angle: 90,
    },
    paint: { flow: 1 },
    responses: [
      { quality: "angle", source: "heading", low: 0, high: 360 },
      { quality: "size", source: "pressure", low: 0.45, high: 1 },
    ],
  },
  {
    name: "Filbert, hog",
    notes: "Rounded and stiff: leaves, fruit, the turn of a shadow.",
    tip: {
      shape: { kind: "bristles", bundle: "filbert", hairs: 80, thickness: 0.05, clumping: 0.2, splay: 0.4, seed: 5 },
      size: 48,
      angle: 90,
    },
    paint: { flow: 0.9, load: 30 },
    responses: [
      { quality: "angle", source: "heading", low: 0, high: 360 },
      { quality: "size", source: "pressure", low: 0.35, high: 1, curve: ease },
    ],
  },
  {
    name: "Fan, feathering",
    notes: "A spread of single hairs: the beard of a wheat ear, wood figure, a wing.",
    tip: {
      shape: { kind: "bristles", bundle: "fan", hairs: 54, thickness: 0, clumping: 0.4, splay: 0.5, seed: 2 },
      size: 66,
      angle: 90,
    },
    paint: { flow: 0.85 },
    responses: [
      { quality: "angle", source: "heading", low: 0, high: 360 },
      { quality: "size", source: "pressure", low: 0.5, high: 1 },
    ],
  },
];
