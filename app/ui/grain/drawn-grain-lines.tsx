import { type DrawnGrain, grainRanges } from "@core/ground/grain";
import { CheckLine } from "../settings/check-line";
import { type Labels, type Parameter, parametersOf } from "../settings/parameters";
import { RangeLine } from "../settings/range-line";

const labels: Labels<DrawnGrain> = {
  paper: { roughness: "Roughness" },
  hotpress: { roughness: "Roughness" },
  noise: { octaves: "Octaves" },
  weave: { threads: "Threads", thickness: "Thickness", unevenness: "Unevenness" },
  canvas: { threads: "Threads", primed: "Primed" },
  linen: { threads: "Threads", slubs: "Slubs" },
  laid: { wires: "Wires", chains: "Chains" },
  board: { rings: "Rings", wander: "Wander" },
  sand: { corns: "Corns across" },
  fibres: { fibres: "Fibres", length: "Length" },
  cardboard: { flutes: "Flutes", flecks: "Flecks" },
  plaster: { plates: "Sweeps", roughness: "Roughness" },
  sponge: { holes: "Holes", spread: "Spread of sizes" },
  stone: { facets: "Facets across", roughness: "Roughness" },
  hatch: { lines: "Lines", unevenness: "Unevenness" },
  crosses: { across: "Crosses across" },
  dots: { across: "Dots across" },
  lines: { across: "Lines across" },
};

/** The numbers of a kind of drawn grain, as sliders set them. */
export function grainParameters(kind: DrawnGrain["kind"]): readonly Parameter[] {
  return parametersOf(labels[kind], grainRanges(kind));
}

interface Props {
  readonly grain: DrawnGrain;
  readonly onChange: (grain: DrawnGrain, name: string) => void;
  readonly onDone: () => void;
}

/** The numbers that a drawn grain is drawn from. */
export function DrawnGrainLines({ grain, onChange, onDone }: Props) {
  const numbers = grain as unknown as Record<string, number>;
  return (
    <>
      {grainParameters(grain.kind).map(({ name, ...parameter }) => (
        <RangeLine
          key={name}
          {...parameter}
          value={numbers[name]}
          onChange={(value) => onChange({ ...grain, [name]: value } as DrawnGrain, name)}
          onDone={onDone}
        />
      ))}
      {grain.kind === "hatch" && (
        <CheckLine
          label="Crossed"
          value={grain.crossed}
          onChange={(crossed) => onChange({ ...grain, crossed }, "crossed")}
        />
      )}
    </>
  );
}
