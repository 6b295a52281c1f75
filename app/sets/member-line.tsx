import type { KeptBrush } from "@server/brushes/repository";
import type { KeptStudy } from "@server/studies/repository";
import { ArrowDown, ArrowUp, X } from "lucide-react";
import { Form, Link } from "react-router";
import { BrushStrip } from "~/pictures/brush-strip";
import { Button } from "~/ui/button";

interface Common {
  readonly kept: KeptBrush;
}
interface Outside extends Common {
  readonly onAdd: () => void;
}
interface Inside extends Common {
  readonly group: string;
  readonly first: boolean;
  readonly last: boolean;
  readonly onMove: (by: 1 | -1) => void;
  readonly onGroup: (group: string) => void;
  readonly onRemove: () => void;
  /** Whether it goes out with the sampler. */
  readonly sampler: boolean;
  readonly onSampler: (sampler: boolean) => void;
  readonly setId: string;
  /** The small picture that was painted with this brush alone, where there is one. */
  readonly vignette: KeptStudy | undefined;
}

/** A brush on a set's page: in the set with its group and place, or on the shelf with a way in. */
export function MemberLine(props: Inside | Outside) {
  const { id, revision, brush } = props.kept;
  return (
    <li className="flex items-center gap-3 px-4 py-1">
      <span className="w-44 shrink-0" title={brush.notes}>
        <span className="block truncate font-medium font-serif text-base">{brush.name}</span>
        {brush.notes && <span className="block truncate text-[12px] text-soft">{brush.notes}</span>}
      </span>
      <BrushStrip
        src={`/strips/brushes/${id}/${revision}.png?w=400&h=44`}
        alt=""
        width={400}
        height={44}
        className="min-w-0 max-w-100 flex-1"
      />
      {"onAdd" in props ? (
        <Button onClick={props.onAdd} aria-label={`Add ${brush.name} to the set`}>
          Add
        </Button>
      ) : (
        <>
          <Vignette setId={props.setId} kept={props.kept} vignette={props.vignette} />
          <label className="flex shrink-0 items-center gap-1 text-[12.5px] text-soft">
            <input
              type="checkbox"
              aria-label={`${brush.name} goes out with the sampler`}
              className="size-4 accent-act"
              checked={props.sampler}
              onChange={(event) => props.onSampler(event.target.checked)}
            />
            sampler
          </label>
          <input
            aria-label={`Group of ${brush.name}`}
            placeholder="group"
            maxLength={60}
            value={props.group}
            onChange={(e) => props.onGroup(e.target.value)}
            className="w-24 rounded border border-line bg-raised px-2 py-1 text-[13px] placeholder:text-soft"
          />
          <div className="flex">
            <Button
              kind="quiet"
              className="px-1"
              disabled={props.first}
              aria-label={`Move ${brush.name} up`}
              onClick={() => props.onMove(-1)}
            >
              <ArrowUp aria-hidden size={15} />
            </Button>
            <Button
              kind="quiet"
              className="px-1"
              disabled={props.last}
              aria-label={`Move ${brush.name} down`}
              onClick={() => props.onMove(1)}
            >
              <ArrowDown aria-hidden size={15} />
            </Button>
            <Button
              kind="quiet"
              className="px-1"
              aria-label={`Take ${brush.name} out of the set`}
              onClick={props.onRemove}
            >
              <X aria-hidden size={15} />
            </Button>
          </div>
        </>
      )}
    </li>
  );
}

/** The way to a brush's vignette, or to begin one. */
function Vignette({ setId, kept, vignette }: Pick<Inside, "setId" | "kept" | "vignette">) {
  const { name } = kept.brush;
  if (vignette)
    return (
      <Link
        to={`/studies/${vignette.id}`}
        aria-label={`The vignette of ${name}`}
        className="grid h-10 w-15 shrink-0 place-items-center border border-line text-[12px] text-soft hover:border-act"
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
    <Form method="post" action="/studies" className="shrink-0">
      <input type="hidden" name="name" value={`${name}, alone`} />
      <input type="hidden" name="set" value={setId} />
      <input type="hidden" name="brush" value={kept.id} />
      <input type="hidden" name="width" value="900" />
      <input type="hidden" name="height" value="600" />
      <input type="hidden" name="paper" value="#fdfdfd" />
      <Button type="submit" className="h-7 px-2 text-[13px]" aria-label={`Paint a vignette of ${name}`}>
        Vignette…
      </Button>
    </Form>
  );
}
