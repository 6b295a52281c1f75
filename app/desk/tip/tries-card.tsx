import { BrushChoice, type ChosenBrush } from "~/finding/brush-choice";
import { BitmapView } from "../shared/bitmap-view";
import { TRIES_HEIGHT, TRIES_WIDTH, TRUE_SIZES } from "./protocol";

interface Props {
  readonly tries: ImageBitmap | undefined;
  /** The brush that the tip is tried with; undefined for the plain one. */
  readonly tried: ChosenBrush | undefined;
  readonly onTried: (tried: ChosenBrush | undefined) => void;
}

/** What the tip leaves: at true sizes, in a stroke, in a turning ring, stamped. */
export function TriesCard({ tries, tried, onTried }: Props) {
  return (
    <section aria-label="As it will be" className="min-h-0 overflow-y-auto rounded-lg border border-line bg-panel">
      <div className="flex items-center gap-2 border-line border-b px-2.5 py-1.5">
        <span className="text-soft">tried with</span>
        <BrushChoice
          label="The tip is tried with"
          chosen={tried}
          none="a plain brush"
          onChoose={onTried}
          className="flex-1"
        />
      </div>
      <div className="sheet relative mx-auto" style={{ width: TRIES_WIDTH - 2, height: TRIES_HEIGHT }}>
        {TRUE_SIZES.map((px, n) => (
          <span
            key={px}
            className="pointer-events-none absolute left-2 rounded bg-sheet px-1 text-[11px] text-soft"
            style={n === 3 ? { left: "auto", right: 3, top: 3 } : { top: [186, 146, 88][n] }}
          >
            {px} px
          </span>
        ))}
        <BitmapView
          picture={tries}
          label={`The tip at ${TRUE_SIZES.join(", ")} px, in a stroke, in a turning ring, and stamped all over`}
        />
      </div>
    </section>
  );
}
