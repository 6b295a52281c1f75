import { printScale } from "@core/desk/grain/print-scale";
import { box } from "~/ui/settings/box";
import { Card } from "../shared/card";

const MM_PER_INCH = 25.4;

/** How large the surface is and how finely the painting will be printed, as they are typed. */
export interface PrintSize {
  readonly pxPerMm: string;
  readonly dpi: string;
}

export const usualPrint: PrintSize = { pxPerMm: "", dpi: "300" };

/** A set, and the scale of its brushes' grain. */
export interface ScaledSet {
  readonly id: string;
  readonly name: string;
  readonly grainScale: number | null;
}

/** The scale at which the grain has its true size, where both are known. */
export function scaleOf({ pxPerMm, dpi }: PrintSize): number | undefined {
  return Number(pxPerMm) > 0 && Number(dpi) > 0 ? printScale(Number(pxPerMm), Number(dpi)) : undefined;
}

interface Props {
  readonly print: PrintSize;
  readonly onChange: (print: PrintSize) => void;
  readonly sets: readonly ScaledSet[];
  /** px of one tile, once it is made. */
  readonly side: number | undefined;
}

/** Sets how large the grain will be: by the surface's own size in print, or as large as a set has its grain. */
export function GrainPrintCard({ print, onChange, sets, side }: Props) {
  const { pxPerMm, dpi } = print;
  const scale = scaleOf(print);
  const scaled = sets.filter((set): set is ScaledSet & { grainScale: number } => set.grainScale !== null);
  const match = (id: string) => {
    const set = scaled.find((one) => one.id === id);
    if (set && Number(dpi) > 0)
      onChange({ ...print, pxPerMm: String(Number((Number(dpi) / MM_PER_INCH / set.grainScale).toPrecision(6))) });
  };
  return (
    <Card title="Size in print">
      <div className="flex flex-wrap items-center gap-1.5">
        <input
          type="number"
          className={`${box} w-20 text-right font-mono`}
          min={0}
          step="any"
          aria-label="Px of the picture to a millimetre of the surface"
          value={pxPerMm}
          onChange={(event) => onChange({ ...print, pxPerMm: event.target.value })}
        />
        px per mm, painted at
        <input
          type="number"
          className={`${box} w-18 text-right font-mono`}
          min={1}
          aria-label="Dots per inch of the painting"
          value={dpi}
          onChange={(event) => onChange({ ...print, dpi: event.target.value })}
        />
        dpi
      </div>
      {scaled.length > 0 && (
        <select
          className={`${box} mt-1.5 w-full`}
          aria-label="Match the grain of a set"
          value=""
          onChange={(event) => match(event.target.value)}
        >
          <option value="">as large as in a set…</option>
          {scaled.map(({ id, name, grainScale }) => (
            <option key={id} value={id}>
              {name}: scale {grainScale.toFixed(2)}
            </option>
          ))}
        </select>
      )}
      <p className="mt-1 text-[13px] text-soft">
        {scale !== undefined && side !== undefined
          ? `One tile is ${(side / Number(pxPerMm)).toFixed(1)} mm wide; at scale ${scale.toFixed(2)} the grain has its true size in print.`
          : "Say how large the photographed surface is, and the grain gets its true size in print."}
      </p>
    </Card>
  );
}
