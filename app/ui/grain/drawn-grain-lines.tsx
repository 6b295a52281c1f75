import type { DrawnGrain } from "@core/ground/grain";
import { CheckLine } from "../settings/check-line";
import { type Parameter, seed, share, whole } from "../settings/parameters";
import { RangeLine } from "../settings/range-line";

/** The numbers of each kind of drawn grain, as sliders set them. */
export const grainParameters: Record<DrawnGrain["kind"], readonly Parameter[]> = {
  paper: [share("roughness", "Roughness"), seed],
  noise: [whole("octaves", "Octaves", 1, 7), seed],
  weave: [whole("threads", "Threads", 4, 64), share("thickness", "Thickness"), share("unevenness", "Unevenness"), seed],
  laid: [whole("wires", "Wires", 8, 128), whole("chains", "Chains", 1, 16), seed],
  board: [whole("rings", "Rings", 2, 40), share("wander", "Wander"), seed],
  sand: [whole("corns", "Corns across", 16, 128), seed],
  fibres: [whole("fibres", "Fibres", 20, 1200), share("length", "Length"), seed],
  plaster: [whole("plates", "Plates across", 2, 24), share("roughness", "Roughness"), seed],
  hatch: [whole("lines", "Lines", 4, 64), share("unevenness", "Unevenness"), seed],
  crosses: [whole("across", "Crosses across", 4, 64)],
  dots: [whole("across", "Dots across", 4, 64)],
  lines: [whole("across", "Lines across", 4, 64)],
};

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
      {grainParameters[grain.kind].map(({ name, ...parameter }) => (
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
