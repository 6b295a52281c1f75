import type { Brush } from "@core/brush";
import { behaviour } from "@core/measure/behaviour";
import type { ShownDemonstration } from "@server/editions/demonstrations";

interface Props {
  readonly brush: Brush;
  /** The group that begins with this line, if one does. */
  readonly heading: string;
  readonly picture: string;
  readonly chosen: boolean;
  readonly onTry: () => void;
  readonly editionId: string;
  /** The small picture that was painted with this brush alone. */
  readonly vignette: ShownDemonstration | undefined;
  readonly onVignette: (vignette: ShownDemonstration) => void;
}

/** One brush of an edition's specimen: its stroke, its notes, what its values say, and a way to try it. */
export function SpecimenLine({ brush, heading, picture, chosen, onTry, editionId, vignette, onVignette }: Props) {
  const { size, softness, passes } = behaviour(brush);
  return (
    <li className={chosen ? "bg-act-wash" : ""}>
      {heading && <h3 className="px-4 pt-2 text-[13px] text-soft">{heading}</h3>}
      <div className="flex items-center">
        {vignette && (
          <button
            type="button"
            aria-label={`Show the vignette of ${brush.name}`}
            className="my-1.5 ml-3 shrink-0 border border-line hover:border-act"
            onClick={() => onVignette(vignette)}
          >
            <img
              src={`/editions/${editionId}/stages/${vignette.stages.at(-1)?.sha256}.png`}
              alt=""
              loading="lazy"
              className="h-14 w-21 object-cover"
            />
          </button>
        )}
        <button
          type="button"
          aria-pressed={chosen}
          onClick={onTry}
          className="flex min-w-0 flex-1 items-center gap-4 px-4 py-1.5 text-left hover:bg-act-wash"
        >
          <span className="w-56 shrink-0">
            <span className="block font-medium font-serif text-lg leading-tight">{brush.name}</span>
            <span className="block text-[13px] text-soft">
              {[brush.notes || `${Math.round(size)} px`, brush.tags?.join(" · ")].filter(Boolean).join(" — ")}
            </span>
          </span>
          <img
            src={picture}
            alt={`A stroke of ${brush.name}`}
            width={480}
            height={60}
            loading="lazy"
            className="h-15 min-w-0 flex-1 object-contain"
          />
          <span className="w-24 shrink-0 text-right font-mono text-[12px] text-soft max-sm:hidden">
            {Math.round(size)} px
            <br />
            {Math.round(softness * 100)} % soft
            <br />
            {passes > 99 ? "99+" : passes} {passes === 1 ? "pass" : "passes"}
          </span>
        </button>
      </div>
    </li>
  );
}
