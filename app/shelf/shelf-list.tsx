import { useSortable } from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import type { Facets, ShelfRow } from "@server/shelf/find";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { GripVertical } from "lucide-react";
import { type ReactNode, useEffect, useLayoutEffect, useRef, useState } from "react";
import { Sorting } from "~/ui/sorting";
import { ShelfLine } from "./shelf-line";
import type { Chosen } from "./use-chosen";
import type { ShelfRows } from "./use-shelf-rows";

/** The height of a line, px; all are alike, so that places are known before their rows are. */
const LINE = 86;
const AROUND = 6;
/** Shelves up to this many brushes are on the page as a whole: one can look through them with the browser's own search. */
const WHOLE = 120;

interface Props {
  readonly rows: ShelfRows;
  readonly chosen: Chosen;
  readonly fresh: ReadonlySet<string>;
  readonly look: string;
  readonly facets: Facets | undefined;
  /** Moves a brush before another one, or to the end; absent where the order is not one's own. */
  readonly onMove: ((id: string, before: string | null) => void) | undefined;
}

const useBrowserLayoutEffect = typeof window === "undefined" ? useEffect : useLayoutEffect;

/** The lines of the shelf; of thousands only those in sight are on the page. */
export function ShelfList({ rows, chosen, fresh, look, facets, onMove }: Props) {
  const list = useRef<HTMLUListElement>(null);
  const [top, setTop] = useState(0);
  useBrowserLayoutEffect(() => {
    const measure = () => setTop((list.current?.getBoundingClientRect().top ?? 0) + window.scrollY);
    measure();
    addEventListener("resize", measure);
    return () => removeEventListener("resize", measure);
  }, []);
  const virtual = useWindowVirtualizer({
    count: rows.total,
    estimateSize: () => LINE,
    overscan: rows.total <= WHOLE ? rows.total : AROUND,
    scrollMargin: top,
    initialRect: { width: 1280, height: 800 },
  });
  const shown = virtual.getVirtualItems();
  const [first, last] = [shown[0]?.index ?? 0, shown[shown.length - 1]?.index ?? 0];
  const { want } = rows;
  useEffect(() => want(first, last));

  const reach = (index: number, by: 1 | -1) => {
    const next = Math.min(rows.total - 1, Math.max(0, index + by));
    chosen.range(next);
    virtual.scrollToIndex(next);
    requestAnimationFrame(() =>
      list.current?.querySelector<HTMLInputElement>(`[data-index="${next}"] input[type="checkbox"]`)?.focus(),
    );
  };
  const line = (index: number, row: ShelfRow, handle: ReactNode) => (
    <ShelfLine
      row={row}
      look={look}
      fresh={fresh.has(row.id)}
      chosen={chosen.has(row.id)}
      onChoose={(ranges) => (ranges ? chosen.range(index) : chosen.toggle(row.id, index))}
      onReach={(by) => reach(index, by)}
      handle={handle}
      categories={facets?.categories.map(([name]) => name) ?? []}
      sets={facets?.sets ?? []}
    />
  );
  const items = shown.map(({ index, start }) => {
    const row = rows.at(index);
    const place = { index, top: start - top, total: rows.total };
    if (!row) return <Place key={`place ${index}`} {...place} />;
    return onMove ? (
      <SortablePlace key={row.id} id={row.id} name={row.brush.name} {...place}>
        {(handle) => line(index, row, handle)}
      </SortablePlace>
    ) : (
      <Place key={row.id} {...place}>
        {line(index, row, null)}
      </Place>
    );
  });
  const whole = (
    <ul
      ref={list}
      className="sheet relative border border-line"
      style={{ height: virtual.getTotalSize() + 2 }}
      aria-label="Brushes"
    >
      {items}
    </ul>
  );
  if (!onMove) return whole;
  const known = shown.flatMap(({ index }) => {
    const row = rows.at(index);
    return row ? [{ index, row }] : [];
  });
  const placeOf = (id: string) => known.find(({ row }) => row.id === id);
  const put = (id: string, over: string) => {
    const [from, to] = [placeOf(id), placeOf(over)];
    if (!from || !to || from === to) return;
    const before = to.index > from.index ? rows.at(to.index + 1)?.id : over;
    onMove(id, before ?? null);
  };
  return (
    <Sorting
      id="shelf"
      ids={known.map(({ row }) => row.id)}
      nameOf={(id) => placeOf(id)?.row.brush.name}
      placeOf={(id) => `${(placeOf(id)?.index ?? 0) + 1} of ${rows.total}`}
      onPut={put}
    >
      {whole}
    </Sorting>
  );
}

interface PlaceProps {
  readonly index: number;
  readonly top: number;
  readonly total: number;
  readonly children?: ReactNode;
}

/** One place of the list; without content while its row comes. */
function Place({ index, top, total, children }: PlaceProps) {
  return (
    <li
      data-index={index}
      aria-setsize={total}
      aria-posinset={index + 1}
      className="absolute inset-x-0 border-line border-b"
      style={{ top, height: LINE }}
    >
      {children ?? <span className="sr-only">…</span>}
    </li>
  );
}

function SortablePlace({
  id,
  name,
  index,
  top,
  total,
  children,
}: Omit<PlaceProps, "children"> & {
  readonly id: string;
  readonly name: string;
  readonly children: (handle: ReactNode) => ReactNode;
}) {
  const { attributes, listeners, setNodeRef, setActivatorNodeRef, transform, transition, isDragging } = useSortable({
    id,
  });
  const handle = (
    <button
      type="button"
      ref={setActivatorNodeRef}
      {...attributes}
      {...listeners}
      aria-label={`Move ${name}`}
      title="Drag, or press Space and the arrows"
      className="grid size-[24px] cursor-grab touch-none place-items-center rounded text-soft hover:text-ink"
    >
      <GripVertical aria-hidden size={15} />
    </button>
  );
  return (
    <li
      ref={setNodeRef}
      data-index={index}
      aria-setsize={total}
      aria-posinset={index + 1}
      className={`absolute inset-x-0 border-line border-b ${isDragging ? "z-10 bg-act-wash shadow-lg" : ""}`}
      style={{ top, height: LINE, transform: CSS.Translate.toString(transform), transition }}
    >
      {children(handle)}
    </li>
  );
}
