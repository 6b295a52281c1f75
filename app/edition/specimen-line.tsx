import type { ShownDemonstration } from "@server/editions/demonstrations";
import { measureWords } from "~/measuring/measure-words";
import { useJudgement } from "~/measuring/use-judgement";
import { BrushStrip } from "~/pictures/brush-strip";
import { TraitList } from "~/ui/traits/trait-sign";
import type { EditionBrush } from "./actions.server";

interface Props {
  readonly brush: EditionBrush;
  /** The group that begins with this line, if one does. */
  readonly heading: string;
  readonly picture: string;
  /** Where what it measures is found. */
  readonly measures: string;
  readonly chosen: boolean;
  /** Undefined where it is for those with a voucher. */
  readonly onTry: (() => void) | undefined;
  readonly editionId: string;
  /** The small picture that was painted with this brush alone. */
  readonly vignette: ShownDemonstration | undefined;
  readonly onVignette: (vignette: ShownDemonstration) => void;
}

/** One brush of an edition's specimen: its stroke, its notes, what it measures, and a way to try it. */
export function SpecimenLine({
  brush,
  heading,
  picture,
  measures,
  chosen,
  onTry,
  editionId,
  vignette,
  onVignette,
}: Props) {
  const judgement = useJudgement(undefined, measures);
  return (
    <li className={`break-inside-avoid ${chosen ? "bg-act-wash print:bg-transparent" : ""}`}>
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
          disabled={!onTry}
          onClick={onTry}
          className="flex min-w-0 flex-1 items-center gap-4 px-4 py-1.5 text-left hover:bg-act-wash"
        >
          <span className="w-56 shrink-0">
            <span className="block font-medium font-serif text-lg leading-tight">{brush.name}</span>
            <span className="block text-[13px] text-soft">
              {[brush.note || brush.notes || `${Math.round(brush.size)} px`, brush.tags.join(" · ")]
                .filter(Boolean)
                .join(" — ")}
            </span>
            {judgement && judgement.traits.length > 0 && <TraitList names={judgement.traits} />}
          </span>
          <BrushStrip
            src={picture}
            alt={`A stroke of ${brush.name}`}
            width={480}
            height={60}
            className="min-w-0 max-w-120 flex-1"
          />
          <span className="w-30 shrink-0 whitespace-nowrap text-right font-mono text-[12px] text-soft max-sm:hidden">
            {judgement
              ? measureWords(judgement.measured).map(({ name, says }) => (
                  <span key={name} className="block leading-tight">
                    {says} {name}
                  </span>
                ))
              : "…"}
          </span>
        </button>
      </div>
    </li>
  );
}
