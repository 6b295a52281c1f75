import { type Brush, parseBrush } from "@core/brush";
import { lobedLeafPath, tornLeafPaths } from "./pictures";

const ease: [number, number][] = [
  [0, 0],
  [0.3, 0.12],
  [0.7, 0.72],
  [1, 1],
];
const early: [number, number][] = [
  [0, 0],
  [0.25, 0.6],
  [1, 1],
];

/** The brushes of the demo workshop: what sign painters reach for, from layout to the last highlight. */
export const demoBrushes: readonly Brush[] = [
  {
    name: "Lettering quill, long",
    notes: "Swells under the hand and comes to a hair. The first choice for script.",
    tip: { shape: { kind: "bristles", bundle: "filbert", hairs: 60, thickness: 0.3, clumping: 0.1, splay: 0.45 }, size: 40, hardness: 0.6, angle: 35 },
    trail: { spacing: 0.04 },
    paint: { flow: 0.5 },
    responses: [
      { quality: "size", source: "pressure", low: 0.1, high: 1, curve: ease },
      { quality: "flow", source: "pressure", low: 0.5, high: 1 },
    ],
  },
  {
    name: "Enamel one-stroke",
    notes: "A flat that covers in one pass; hold it square for block letters.",
    tip: { shape: { kind: "rectangle", corner: 0.4 }, size: 46, hardness: 0.92, roundness: 0.16, angle: 62 },
    trail: { spacing: 0.06 },
    paint: { flow: 1 },
    responses: [{ quality: "size", source: "pressure", low: 0.55, high: 1, curve: early }],
  },
  {
    name: "Outliner, fine",
    notes: "An even hairline for outlines and inside keylines.",
    tip: { size: 7, hardness: 0.8 },
    trail: { spacing: 0.1 },
    paint: { flow: 0.9, build: "even" },
    responses: [{ quality: "size", source: "pressure", low: 0.55, high: 1 }],
  },
  {
    name: "Gilder’s size",
    notes: "Lays an even film for the leaf; never builds past its ceiling.",
    tip: { size: 44, hardness: 0.35 },
    trail: { spacing: 0.08 },
    paint: { flow: 0.3, opacity: 0.55 },
    responses: [
      { quality: "size", source: "pressure", low: 0.4, high: 1 },
      { quality: "opacity", source: "pressure", low: 0.25, high: 1 },
    ],
  },
  {
    name: "Chalk snap",
    notes: "Dust along a snapped line: place letters before a brush touches the board.",
    tip: { size: 5, hardness: 0.4 },
    trail: { spacing: 0.5, scatter: 3.2, scatterAlong: 1.5, count: 7 },
    paint: { flow: 0.35 },
    responses: [
      { quality: "size", source: "chance", low: 0.25, high: 1 },
      { quality: "flow", source: "chance", low: 0.2, high: 1 },
      { quality: "scatter", source: "pressure", low: 0.25, high: 1 },
    ],
  },
  {
    name: "Rivet row",
    notes: "One rivet after another for tin signs; two diameters from head to head.",
    tip: { size: 15, hardness: 0.92 },
    trail: { spacing: 2 },
    paint: { flow: 1, build: "even" },
    responses: [],
  },
  {
    name: "Drop shade",
    notes: "Firm along one edge and gone at the other: the shade beside a letter.",
    tip: { shape: { kind: "sided" }, size: 52, hardness: 0.1, angle: 0 },
    trail: { spacing: 0.06 },
    paint: { flow: 0.08, opacity: 0.6 },
    responses: [
      { quality: "size", source: "pressure", low: 0.5, high: 1 },
      { quality: "flow", source: "pressure", low: 0.2, high: 1 },
    ],
  },
  {
    name: "Board speckle",
    notes: "Weather on old boards: specks of every size, crowded where you press.",
    tip: { size: 11, hardness: 0.8 },
    trail: { spacing: 1.35, scatter: 2.2, count: 3 },
    paint: { flow: 0.85 },
    responses: [
      { quality: "size", source: "chance", low: 0.15, high: 1 },
      { quality: "lightness", source: "chance", low: -0.08, high: 0.16 },
      { quality: "roundness", source: "chance", low: 0.5, high: 1 },
      { quality: "angle", source: "chance", low: 0, high: 360 },
    ],
  },
  {
    name: "Fitch, worn",
    notes: "An old flat with gaps in its hair; drags grain over boards.",
    tip: { shape: { kind: "bristles", bundle: "flat", hairs: 34, thickness: 0.12, clumping: 0.35, splay: 0.4, seed: 7 }, size: 56, hardness: 0.5, angle: 70 },
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
    name: "Awning stripe",
    notes: "Five lines at once that turn with the way they go: awnings, scallops, ribbons.",
    tip: { shape: { kind: "rake", lines: 5, gap: 0.45, unevenness: 0.25 }, size: 44, hardness: 0.8, angle: 90 },
    trail: { spacing: 0.03 },
    paint: { flow: 0.5 },
    responses: [
      { quality: "angle", source: "heading", low: 0, high: 360 },
      { quality: "size", source: "pressure", low: 0.35, high: 1 },
    ],
  },
  {
    name: "Gold flake",
    notes: "Loose leaf on the wind: flakes turn, warm and cool by turns.",
    tip: { size: 13, hardness: 0.75, roundness: 0.5 },
    trail: { spacing: 0.9, scatter: 1.4, scatterAlong: 0.6, count: 2 },
    paint: { flow: 0.75 },
    responses: [
      { quality: "angle", source: "chance", low: 0, high: 360 },
      { quality: "size", source: "chance", low: 0.3, high: 1 },
      { quality: "hue", source: "chance", low: -22, high: 22 },
      { quality: "lightness", source: "chance", low: -0.06, high: 0.18 },
      { quality: "flow", source: "pressure", low: 0.35, high: 1 },
    ],
  },
  {
    name: "Leaf, torn",
    notes: "Torn pieces of leaf, three of them by turns; their creases catch the light.",
    tip: {
      shape: { kind: "image", pictures: tornLeafPaths.map((file, i) => ({ file, weight: 3 - i })), colour: "lightness", depth: 0.22 },
      size: 46,
      mirror: { leftRight: "chance" },
    },
    trail: { spacing: 0.62, scatter: 0.55, scatterLaw: "gaussian", count: 2 },
    paint: { flow: 0.95 },
    responses: [
      { quality: "angle", source: "chance", low: 0, high: 360 },
      { quality: "size", source: "chance", low: 0.35, high: 1, law: "gaussian" },
      { quality: "size", source: "pressure", low: 0.5, high: 1 },
      { quality: "hue", source: "chance", low: -9, high: 9 },
    ],
  },
  {
    name: "Acanthus",
    notes: "A leaf that grows from the line by its stalk: scrolls and borders in one sweep.",
    tip: { shape: { kind: "image", pictures: [{ file: lobedLeafPath }], colour: "lightness", depth: 0.2 }, size: 58, pivot: [-1, 0], mirror: { topBottom: "chance" } },
    trail: { spacing: 0.5, count: 2, taper: { end: 160, least: 0.25 } },
    paint: { flow: 1 },
    responses: [
      { quality: "angle", source: "heading", low: 0, high: 360 },
      { quality: "angle", source: "chance", low: -62, high: 62 },
      { quality: "size", source: "pressure", low: 0.35, high: 1 },
      { quality: "lightness", source: "chance", low: -0.05, high: 0.07 },
    ],
  },
  {
    name: "Scumble, dry",
    notes: "Nearly dry paint dragged over canvas: light catches the threads, pressing fills them.",
    tip: { size: 52, hardness: 0.45 },
    trail: { spacing: 0.05 },
    ground: { grain: { kind: "weave", threads: 44 }, law: "peaks", depth: 0.9, grainScale: 0.9, contrast: 0.4 },
    paint: { flow: 0.16, opacity: 0.9 },
    responses: [
      { quality: "size", source: "pressure", low: 0.5, high: 1 },
      { quality: "flow", source: "pressure", low: 0.25, high: 1 },
      { quality: "depth", source: "pressure", low: 1, high: 0.6 },
    ],
  },
].map((brush) => parseBrush({ level: 1, ...brush }));
