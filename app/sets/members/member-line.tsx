import { MEMBER_NOTE, MEMBER_USE } from "@core/formats/package";
import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import type { ShelfRow } from "@server/shelf/find";
import type { KeptStudy } from "@server/studies/repository";
import { ArrowDown, ArrowUp, GripVertical, X } from "lucide-react";
import { Form, Link } from "react-router";
import { useJudgement } from "~/measuring/use-judgement";
import { BrushStrip } from "~/pictures/brush-strip";
import { Button } from "~/ui/button";
import { Popover } from "~/ui/popover";
import { box } from "~/ui/settings/box";
import { Tool } from "~/ui/tool";
import { TraitList } from "~/ui/traits/trait-sign";
import type { Line } from "../draft";

interface Props {
  readonly row: ShelfRow;
  readonly line: Line;
  readonly setId: string;
  readonly first: boolean;
  readonly last: boolean;
  /** The small picture that was painted with this brush alone, where there is one. */
  readonly vignette: KeptStudy | undefined;
  readonly onMove: (by: 1 | -1) => void;
  readonly onPatch: (part: Partial<Line>) => void;
  readonly onRemove: () => void;
}

/** One brush of a set: its place, its stroke, and what the set says of it. */
export function MemberLine({ row, line, setId, first, last, vignette, onMove, onPatch, onRemove }: Props) {
  const { id, revision, brush } = row;
  const { name } = brush;
  const judgement = useJudgement(row.judgement, `/measures/brushes/${id}/${revision}.json`);
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  return (
    <li
      ref={setNodeRef}
      className={`flex items-center gap-2 border-line border-b py-1 pr-2 pl-1 ${isDragging ? "relative z-10 bg-act-wash shadow-lg" : ""}`}
      style={{ transform: CSS.Translate.toString(transform), transition }}
    >
      <button
        type="button"
        ref={setActivatorNodeRef}
        {...attributes}
        {...listeners}
        aria-label={`Drag ${name}`}
        title="Drag, or press Space and the arrows"
        className="grid size-[24px] shrink-0 cursor-grab touch-none place-items-center rounded text-soft hover:text-ink pointer-coarse:size-10"
      >
        <GripVertical aria-hidden size={15} />
      </button>
      <div className="w-40 shrink-0">
        <Link to={`/bench/${id}`} className="block truncate font-medium font-serif text-base" title={brush.notes}>
          {name}
        </Link>
        {(line.use || line.note) && (
          <p className="truncate text-[12px]" title={line.note}>
            {[line.use, line.note].filter(Boolean).join(": ")}
          </p>
        )}
        {judgement && judgement.traits.length > 0 && (
          <div className="h-4.5 overflow-hidden">
            <TraitList names={judgement.traits} />
          </div>
        )}
      </div>
      <BrushStrip
        src={`/strips/brushes/${id}/${revision}.png?w=400&h=44`}
        alt=""
        width={400}
        height={44}
        className="min-w-0 max-w-100 flex-1"
      />
      <label className="flex shrink-0 items-center gap-1 text-[12.5px] text-soft">
        <input
          type="checkbox"
          aria-label={`${name} goes out with the sampler`}
          className="size-4 accent-act"
          checked={line.sampler}
          onChange={(event) => onPatch({ sampler: event.target.checked })}
        />
        sampler
      </label>
      <Popover
        label={`What the set says of ${name}`}
        align="end"
        className="w-80"
        trigger={<Tool aria-label={`Words for ${name}`}>words…</Tool>}
      >
        <h3 className="font-semibold font-serif text-base">{name}</h3>
        <Words line={line} name={name} onPatch={onPatch} />
        <Vignette setId={setId} row={row} vignette={vignette} />
      </Popover>
      <div className="flex shrink-0">
        <Tool label={`Move ${name} up`} disabled={first} onClick={() => onMove(-1)}>
          <ArrowUp aria-hidden size={14} />
        </Tool>
        <Tool label={`Move ${name} down`} disabled={last} onClick={() => onMove(1)}>
          <ArrowDown aria-hidden size={14} />
        </Tool>
        <Tool label={`Take ${name} out of the set`} onClick={onRemove}>
          <X aria-hidden size={14} />
        </Tool>
      </div>
    </li>
  );
}

function Words({ line, name, onPatch }: { line: Line; name: string; onPatch: (part: Partial<Line>) => void }) {
  return (
    <div className="space-y-2">
      <label className="block text-[13px] text-soft">
        Group
        <input
          aria-label={`Group of ${name}`}
          className={`${box} block h-7.5 w-full text-ink`}
          maxLength={60}
          value={line.group}
          onChange={(event) => onPatch({ group: event.target.value })}
        />
      </label>
      <label className="block text-[13px] text-soft">
        Used for
        <input
          aria-label={`What ${name} is used for`}
          className={`${box} block h-7.5 w-full text-ink`}
          placeholder="the first coat"
          maxLength={MEMBER_USE}
          value={line.use}
          onChange={(event) => onPatch({ use: event.target.value })}
        />
      </label>
      <label className="block text-[13px] text-soft">
        Note for painters
        <textarea
          aria-label={`Note on ${name}`}
          className={`${box} block h-18 w-full py-1 text-ink`}
          maxLength={MEMBER_NOTE}
          value={line.note}
          onChange={(event) => onPatch({ note: event.target.value })}
        />
      </label>
    </div>
  );
}

/** The way to a brush's vignette, or to begin one. */
function Vignette({ setId, row, vignette }: { setId: string; row: ShelfRow; vignette: KeptStudy | undefined }) {
  const { name } = row.brush;
  if (vignette)
    return (
      <Link
        to={`/studies/${vignette.id}`}
        aria-label={`The vignette of ${name}`}
        className="mt-2 grid h-20 w-30 place-items-center border border-line text-[12px] text-soft hover:border-act"
      >
        {vignette.pictureSha256 ? (
          <img
            src={`/studies/${vignette.id}/picture.png?of=${vignette.pictureSha256.slice(0, 12)}`}
            alt=""
            className="size-full object-cover"
          />
        ) : (
          "vignette"
        )}
      </Link>
    );
  return (
    <Form method="post" action="/studies" className="mt-2">
      <input type="hidden" name="name" value={`${name}, alone`} />
      <input type="hidden" name="set" value={setId} />
      <input type="hidden" name="brush" value={row.id} />
      <input type="hidden" name="width" value="900" />
      <input type="hidden" name="height" value="600" />
      <input type="hidden" name="paper" value="#fdfdfd" />
      <Button type="submit" className="h-7 px-2 text-[13px]" aria-label={`Paint a vignette of ${name}`}>
        Paint a vignette…
      </Button>
    </Form>
  );
}
