import { arrayMove } from "@dnd-kit/sortable";
import type { ShelfRow } from "@server/shelf/find";
import type { KeptStudy } from "@server/studies/repository";
import { Fragment } from "react";
import { Sorting } from "~/ui/sorting";
import type { Line } from "../draft";
import { LostLine } from "./lost-line";
import { MemberLine } from "./member-line";

interface Props {
  readonly setId: string;
  readonly lines: readonly Line[];
  readonly rowOf: (id: string) => ShelfRow | undefined;
  /** Whether a brush was looked for and is not on the shelf. */
  readonly isLost: (id: string) => boolean;
  readonly studies: readonly KeptStudy[];
  /** @param key steps with the same one are one step */
  readonly onLines: (lines: Line[], key?: string) => void;
}

/** The brushes of a set in their order and groups; moved by pointer, by keys and by buttons. */
export function MemberList({ setId, lines, rowOf, isLost, studies, onLines }: Props) {
  const move = (from: number, to: number) => {
    if (from < 0 || to < 0 || to >= lines.length || from === to) return;
    const next = arrayMove([...lines], from, to);
    // What comes to lie among the brushes of a group belongs to it.
    next[to] = { ...next[to], group: lines[to].group };
    onLines(next);
  };
  const indexOf = (wanted: string) => lines.findIndex(({ id }) => id === wanted);
  const patch = (id: string, part: Partial<Line>) =>
    onLines(
      lines.map((line) => (line.id === id ? { ...line, ...part } : line)),
      `${id} ${Object.keys(part).join(" ")}`,
    );
  return (
    <Sorting
      id={`set ${setId}`}
      ids={lines.map(({ id }) => id)}
      nameOf={(id) => rowOf(id)?.brush.name}
      placeOf={(id) => `${indexOf(id) + 1} of ${lines.length}`}
      onPut={(id, over) => move(indexOf(id), indexOf(over))}
    >
      <ol aria-label="Brushes of the set">
        {lines.map((line, index) => {
          const row = rowOf(line.id);
          const begins = line.group !== (lines[index - 1]?.group ?? "");
          return (
            <Fragment key={line.id}>
              {begins && (
                <li className="flex justify-between border-line border-b bg-panel px-3 py-1 text-[13px] text-soft">
                  <span>{line.group || "without a group"}</span>
                  <span>{lines.filter(({ group }) => group === line.group).length}</span>
                </li>
              )}
              {!row && isLost(line.id) && (
                <LostLine onRemove={() => onLines(lines.filter(({ id }) => id !== line.id))} />
              )}
              {row && (
                <MemberLine
                  row={row}
                  line={line}
                  setId={setId}
                  first={index === 0}
                  last={index === lines.length - 1}
                  vignette={studies.find(({ brushId }) => brushId === line.id)}
                  onMove={(by) => move(index, index + by)}
                  onPatch={(part) => patch(line.id, part)}
                  onRemove={() => onLines(lines.filter(({ id }) => id !== line.id))}
                />
              )}
            </Fragment>
          );
        })}
      </ol>
    </Sorting>
  );
}
