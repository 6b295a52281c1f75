import { bread } from "./bread";
import { quayside } from "./quay";
import type { DemoStudy } from "./study-painter";
import { vignettes } from "./vignettes";

/** A set of the workshop, with what was painted with it. */
export interface DemoSet {
  readonly name: string;
  readonly notes: string;
  readonly credits: string;
  readonly version: string;
  /** Names of brushes, by the groups they stand in. */
  readonly groups: Readonly<Record<string, readonly string[]>>;
  /** The first one is its cover. */
  readonly studies: readonly DemoStudy[];
}

/** What the workshop gives away. */
export const demoSets: readonly DemoSet[] = [
  {
    name: "Shopfront lettering",
    notes:
      "Everything for one painted fascia: snap the line, block the letters, shade them, and let the gold fall where it may.",
    credits: "Proofed by the yard dog.",
    version: "0.9.0",
    groups: {
      Layout: ["Chalk snap", "Outliner, fine"],
      Letters: ["Lettering quill, long", "Enamel one-stroke", "Drop shade"],
      Gilding: ["Gilder’s size", "Gold flake", "Leaf, torn"],
      Ornament: ["Acanthus"],
    },
    studies: [bread, ...vignettes],
  },
  {
    name: "Wet and thick",
    notes:
      "For the picture above the door: washes that run into one another and dry with an edge, and paint that stands as the hairs left it. Paint thinly first, let it dry, then load the brush.",
    credits: "The sky is from the yard, the boat is from memory.",
    version: "1.0.0",
    groups: {
      Water: ["Wash mop", "Clear water", "Salt, strewn", "Thirsty mop", "Rigger, thinned", "Spatter, thinned"],
      "Thick paint": ["Long bristle, wet", "Short bristle, wet", "Oil round, loaded", "Palette knife, bare"],
      "Two colours and thin": [
        "Filbert, two colours",
        "Ribbon flat, three colours",
        "Soft flat, thin paint",
        "Stiff bristle, nearly dry",
      ],
    },
    studies: [quayside],
  },
];
