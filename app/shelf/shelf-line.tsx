import type { ShelfRow } from "@server/shelf/find";
import { Download, Star } from "lucide-react";
import { type KeyboardEvent, type ReactNode, useState } from "react";
import { Link } from "react-router";
import { BinButton } from "~/bin/bin-button";
import { measureWords } from "~/measuring/measure-words";
import { useJudgement } from "~/measuring/use-judgement";
import { BrushStrip } from "~/pictures/brush-strip";
import { Tool } from "~/ui/tool";
import { TraitList } from "~/ui/traits/trait-sign";
import { LineMenu } from "./line-menu";
import { PanelButton } from "./panel-button";
import { RenameField } from "./rename-field";
import { useShelfActs } from "./use-shelf-acts";

interface Props {
  readonly row: ShelfRow;
  readonly fresh: boolean;
  /** How strokes are drawn, to stand behind a strip's address. */
  readonly look: string;
  readonly chosen: boolean;
  /** @param ranges whether all from the last one chosen are meant */
  readonly onChoose: (ranges: boolean) => void;
  /** Moves to the line above or below, choosing it. */
  readonly onReach: (by: 1 | -1) => void;
  /** What moves it by hand, where the order is one's own. */
  readonly handle: ReactNode;
  /** The categories and sets there are. */
  readonly categories: readonly string[];
  readonly sets: readonly { readonly id: string; readonly name: string }[];
}

/** One brush as a line of a type specimen: its name, its stroke, and what it measures. */
export function ShelfLine({ row, fresh, look, chosen, onChoose, onReach, handle, categories, sets }: Props) {
  const { id, revision, brush, favourite } = row;
  const { run } = useShelfActs();
  const [renames, setRenames] = useState(false);
  const judgement = useJudgement(row.judgement, `/measures/brushes/${id}/${revision}.json`);
  const reach = (event: KeyboardEvent) => {
    if (!event.shiftKey || (event.key !== "ArrowDown" && event.key !== "ArrowUp")) return;
    event.preventDefault();
    onReach(event.key === "ArrowDown" ? 1 : -1);
  };
  return (
    <div
      className={`relative flex h-full items-center gap-x-3 pr-3 pl-2 focus-within:bg-act-wash hover:bg-act-wash ${fresh || chosen ? "bg-act-wash" : ""}`}
    >
      <div className="relative z-10 flex w-[54px] shrink-0 items-center justify-end gap-2">
        {handle}
        <input
          type="checkbox"
          aria-label={`Choose ${brush.name}`}
          className="size-[18px] accent-act"
          checked={chosen}
          onKeyDown={reach}
          onChange={(event) => onChoose((event.nativeEvent as PointerEvent).shiftKey === true)}
        />
      </div>
      <div className="w-70 shrink-0 max-lg:w-52 max-sm:w-40">
        {renames ? (
          <RenameField id={id} name={brush.name} onDone={() => setRenames(false)} />
        ) : (
          <Link
            id={`name-${id}`}
            to={`/bench/${id}`}
            className="block truncate font-medium font-serif text-lg leading-tight after:absolute after:inset-0"
          >
            {brush.name}
          </Link>
        )}
        {brush.notes && (
          <p className="truncate text-[13px] leading-snug" title={brush.notes}>
            {brush.notes}
          </p>
        )}
        <div className="flex gap-2.5 overflow-hidden whitespace-nowrap">
          {fresh && <span className="font-medium text-[12.5px] text-act">new</span>}
          {row.taken?.changed && <span className="font-medium text-[12.5px] text-chance">changed by you</span>}
          {judgement && judgement.traits.length > 0 && <TraitList names={judgement.traits} />}
        </div>
        <Origin row={row} />
      </div>
      <BrushStrip
        src={`/strips/brushes/${id}/${revision}.png?w=720&h=70${look}`}
        alt={`A stroke of ${brush.name}`}
        width={720}
        height={70}
        className="min-w-0 max-w-180 flex-1 max-sm:hidden"
      />
      <dl className="ml-auto flex w-77 shrink-0 justify-end gap-3 max-xl:hidden">
        {judgement ? (
          measureWords(judgement.measured).map((word) => (
            <div key={word.name} title={word.title} className="flex min-w-13 flex-col-reverse">
              <div aria-hidden className="mt-1 h-0.75 rounded bg-line">
                <div className="h-full rounded bg-ink" style={{ width: `${word.share * 100}%` }} />
              </div>
              <dt className="text-[12px] text-soft">{word.name}</dt>
              <dd className="font-mono text-[13px]">{word.says}</dd>
            </div>
          ))
        ) : (
          <div className="w-full">
            <dt className="sr-only">Measures</dt>
            <dd className="text-[13px] text-soft">measuring…</dd>
          </div>
        )}
      </dl>
      <div className="relative z-10 flex shrink-0 items-center">
        {brush.controls.length > 0 && <PanelButton id={id} revision={revision} brush={brush} />}
        <Tool
          label={favourite ? `Take ${brush.name} off the favourites` : `Make ${brush.name} a favourite`}
          className={favourite ? "text-act" : ""}
          onClick={() => void run({ act: "favour", which: { ids: [id] }, on: !favourite })}
        >
          <Star aria-hidden size={15} fill={favourite ? "currentColor" : "none"} />
        </Tool>
        <a
          href={`/bench/${id}/package.zip`}
          download
          aria-label="Export as a package"
          aria-describedby={`name-${id}`}
          title="Export as a package"
          className="grid size-[24px] place-items-center rounded text-soft hover:text-ink pointer-coarse:size-10"
        >
          <Download aria-hidden size={15} />
        </a>
        <BinButton what="brushes" id={id} name={brush.name} />
        <LineMenu row={row} categories={categories} sets={sets} onRename={() => setRenames(true)} />
      </div>
    </div>
  );
}

/** Where a brush came from, its category and its tags, in one line. */
function Origin({ row: { brush, origin, category, madeFrom, taken } }: { readonly row: ShelfRow }) {
  const from = madeFrom ? (
    <Link to={`/bench/${madeFrom.id}`} className="relative z-10 underline underline-offset-2">
      made from {madeFrom.name}
    </Link>
  ) : origin && taken ? (
    <Link to={`/editions/${taken.editionId}`} className="relative z-10 underline underline-offset-2">
      {origin}
    </Link>
  ) : (
    origin
  );
  const words = [category, brush.tags?.join(" · ")].filter(Boolean).join(" — ");
  if (!words && !from) return null;
  return (
    <p className="truncate text-[12.5px] text-soft">
      {words}
      {words && from ? " — " : ""}
      {from}
    </p>
  );
}
