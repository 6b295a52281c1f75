const fromHeading = { quality: "angle", source: "heading", low: 0, high: 360 } as const;
const opens = { quality: "size", source: "pressure", low: 0.45, high: 1 } as const;

/** Brushes of thick and of thinned paint: every hair has its own, and water moves what it carries. */
export const wet = [
  {
    name: "Long bristle, wet",
    notes: "Thick enamel that keeps the mark of each hair; what it crosses goes along in stripes.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 70, thickness: 0.16, clumping: 0.12, splay: 0.25, seed: 21 },
      size: 58,
      hardness: 0.7,
      angle: 90,
    },
    paint: { flow: 0.95, mixing: 0.55, carry: 3, taking: "each", space: "pigment", body: 0.6 },
    responses: [fromHeading, opens],
  },
  {
    name: "Short bristle, wet",
    notes: "Stiff and short: takes up much, gives it back soon, stands high.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 48, thickness: 0.22, clumping: 0.2, splay: 0.15, seed: 22 },
      size: 46,
      hardness: 0.8,
      angle: 90,
    },
    paint: { flow: 0.95, mixing: 0.7, carry: 0.9, taking: "each", space: "pigment", body: 0.85 },
    responses: [fromHeading, opens],
  },
  {
    name: "Soft flat, thin paint",
    notes: "Fine hair and thin paint: colours meet without ridges.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 120, thickness: 0.12, clumping: 0.04, splay: 0.3, seed: 23 },
      size: 60,
      hardness: 0.4,
      angle: 90,
    },
    paint: { flow: 0.7, opacity: 0.9, mixing: 0.5, carry: 2, taking: "each", space: "oklab", body: 0.12 },
    responses: [fromHeading, opens, { quality: "flow", source: "pressure", low: 0.35, high: 1 }],
  },
  {
    name: "Stiff bristle, nearly dry",
    notes: "One dip lasts a few letters; stays dirty until it is wiped.",
    tip: {
      shape: { kind: "bristles", bundle: "flat", hairs: 56, thickness: 0.1, clumping: 0.5, splay: 0.35, seed: 24 },
      size: 52,
      hardness: 0.7,
      angle: 90,
    },
    ground: { grain: { kind: "canvas", threads: 60 }, law: "peaks", depth: 0.5, grainScale: 0.8 },
    paint: { flow: 0.9, load: 9, refill: "rest", mixing: 0.3, carry: 4, taking: "each", space: "pigment", body: 0.5 },
    responses: [fromHeading, opens],
  },
  {
    name: "Filbert, two colours",
    notes: "Loaded with one colour on each side: a petal, a leaf, a ribbon in one stroke.",
    tip: {
      shape: {
        kind: "bristles",
        bundle: "filbert",
        hairs: 80,
        thickness: 0.18,
        clumping: 0.08,
        splay: 0.4,
        dip: 1,
        seed: 25,
      },
      size: 54,
      hardness: 0.7,
      angle: 90,
    },
    paint: { flow: 0.95, mixing: 0.25, carry: 2, taking: "each", space: "oklab", body: 0.45 },
    responses: [fromHeading, { quality: "size", source: "pressure", low: 0.2, high: 1 }],
  },
  {
    name: "Rigger, thinned",
    notes: "Long thin lines of thinned paint, each with its dark edge.",
    tip: { size: 9, hardness: 0.9 },
    trail: { spacing: 0.05 },
    paint: { flow: 0.6, opacity: 0.6, water: 0.8, gather: 0.5, spread: 0.2, granulation: 0.1, rim: { width: 3 } },
    responses: [{ quality: "size", source: "pressure", low: 0.2, high: 1 }],
  },
  {
    name: "Wash mop",
    notes: "A full mop: lays a pale sky or the shade behind a whole line of letters.",
    tip: { size: 96, hardness: 0.5 },
    trail: { spacing: 0.05 },
    paint: {
      flow: 0.35,
      opacity: 0.4,
      water: 1,
      gather: 0.4,
      spread: 0.9,
      granulation: 0.25,
      dryAfter: 20_000,
      rim: { width: 10 },
    },
    responses: [
      { quality: "size", source: "pressure", low: 0.35, high: 1 },
      { quality: "opacity", source: "pressure", low: 0.5, high: 1 },
    ],
  },
  {
    name: "Spatter, thinned",
    notes: "Flicked from a stiff brush: drops that dry each with its own rim.",
    tip: { size: 11, hardness: 0.9 },
    trail: { spacing: 0.9, scatter: 4.5, scatterAlong: 2, count: 3 },
    paint: {
      flow: 1,
      opacity: 0.7,
      water: 1,
      gather: 0.8,
      spread: 0.4,
      granulation: 0.2,
      dryAfter: 8000,
      rim: { width: 4 },
    },
    responses: [
      {
        quality: "size",
        source: "chance",
        low: 0.12,
        high: 1,
        curve: [
          [0, 0],
          [0.7, 0.25],
          [1, 1],
        ],
      },
      { quality: "opacity", source: "chance", low: 0.5, high: 1 },
    ],
  },
] as const;
