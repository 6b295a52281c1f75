import type { KeptBrush } from "@server/brushes/repository";
import { useEffect, useState } from "react";
import { useNavigate, useNavigation } from "react-router";
import { BrushFinder } from "~/finding/brush-finder";
import { useBrushesOf } from "~/finding/use-brushes-of";
import { BrushStrip } from "~/pictures/brush-strip";
import { Button } from "~/ui/button";
import { inSight } from "~/ui/in-sight";
import { box } from "~/ui/settings/box";
import { ColourCell } from "../colours/colour-cell";
import { useBenchShared } from "../state/use-bench";
import { InHand } from "./in-hand";
import type { SetTray } from "./tray-memory";
import { useTray } from "./use-tray";

interface Props {
  /** The brush that is on the bench. */
  readonly inHand: KeptBrush;
  readonly sets: readonly SetTray[];
}

const USED = "";

/** The brushes at hand, each as its stroke; at the left the one in hand, at the right the colours. */
export function Tray({ inHand: kept, sets }: Props) {
  const inHand = kept.id;
  const shared = useBenchShared();
  const navigate = useNavigate();
  const going = useNavigation().location?.pathname;
  const [memory, change] = useTray(inHand);
  const [finding, setFinding] = useState(false);
  const set = sets.find(({ id }) => id === memory.set);
  const lying = set?.brushes ?? memory.used;
  const byId = useBrushesOf(memory.before === null ? lying : [...new Set([...lying, memory.before])], kept);
  const shown = lying.flatMap((id) => byId.get(id) ?? []);
  const setsOf = (id: string) =>
    sets
      .filter(({ brushes }) => brushes.includes(id))
      .map(({ name }) => name)
      .join(", ");
  const take = (id: string) => id !== inHand && void navigate(`/bench/${id}`);

  useEffect(() => {
    shared.tray.current = {
      step: (by) => {
        const at = shown.findIndex(({ id }) => id === inHand);
        const next = shown[(at + by + shown.length) % shown.length];
        if (next) take(next.id);
      },
      before: () => {
        if (memory.before !== null && byId.has(memory.before)) take(memory.before);
      },
      find: () => setFinding(true),
    };
  });

  return (
    <section
      aria-label="Tray"
      className="sheet flex h-[60px] shrink-0 border border-line shadow-sm max-lg:h-auto max-lg:flex-wrap"
    >
      <InHand key={inHand} revision={kept.revision} id={inHand} />
      <ul
        className="flex min-w-0 flex-1 overflow-x-auto overflow-y-hidden border-line border-l [scrollbar-width:none]"
        onWheel={(event) => {
          event.currentTarget.scrollLeft += event.deltaY;
        }}
      >
        {shown.map(({ id, revision, brush: { name } }) => (
          <li
            key={id}
            ref={id === inHand ? inSight : undefined}
            className="min-w-22 max-w-33 flex-1 border-line border-r"
          >
            <button
              type="button"
              aria-current={id === inHand ? "true" : undefined}
              aria-label={`Take ${name}`}
              title={name}
              className={`flex h-[58px] w-full flex-col items-stretch px-2 pt-1 text-left hover:bg-act-wash ${going === `/bench/${id}` ? "bg-act-wash" : ""} ${id === inHand ? "border-act border-b-2" : ""}`}
              onClick={() => take(id)}
            >
              <BrushStrip
                src={`/strips/brushes/${id}/${revision}.png?w=232&h=64`}
                alt=""
                width={116}
                height={32}
                className="w-full"
              />
              <span className="truncate text-[12.5px] text-soft">{name}</span>
            </button>
          </li>
        ))}
        {lying.length === 0 && <li className="p-3 text-soft">This set has no brushes.</li>}
      </ul>
      <div className="flex shrink-0 flex-col justify-center gap-1 border-line border-l px-3 max-lg:flex-row max-lg:py-1.5">
        <select
          aria-label="What lies in the tray"
          className={`${box} h-[24px] w-34 text-[12.5px]`}
          value={set?.id ?? USED}
          onChange={(event) => {
            const id = event.target.value;
            change((tray) => ({ ...tray, set: id === USED ? null : id }));
          }}
        >
          <option value={USED}>used last</option>
          {sets.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
        <BrushFinder
          open={finding}
          onOpen={setFinding}
          onTake={({ id }) => take(id)}
          says={({ id, brush }) => setsOf(id) || brush.notes}
          trigger={<Button className="h-[24px]">Others…</Button>}
        />
      </div>
      <ColourCell />
    </section>
  );
}
