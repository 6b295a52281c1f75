import type { Brush } from "@core/brush";
import { box } from "~/ui/settings/box";
import { BitmapView } from "../shared/bitmap-view";
import { TRIES_HEIGHT, TRIES_WIDTH, TRUE_SIZES } from "./protocol";

interface Props {
  readonly brushes: readonly { readonly id: string; readonly brush: Brush }[];
  readonly tries: ImageBitmap | undefined;
  /** The id of the brush that the tip is tried with, empty for the plain one. */
  readonly tried: string;
  readonly onTried: (id: string) => void;
}

/** What the tip leaves: at true sizes, in a stroke, in a turning ring, stamped. */
export function TriesCard({ brushes, tries, tried, onTried }: Props) {
  return (
    <section aria-label="As it will be" className="min-h-0 overflow-y-auto rounded-lg border border-line bg-panel">
      <label className="flex items-center gap-2 border-line border-b px-2.5 py-1.5">
        <span className="text-soft">tried with</span>
        <select className={`${box} min-w-0 flex-1`} value={tried} onChange={(event) => onTried(event.target.value)}>
          <option value="">a plain brush</option>
          {brushes.map(({ id, brush: { name } }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
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
