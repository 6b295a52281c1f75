import type { Brush } from "@core/brush";
import { X } from "lucide-react";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { StripPiece } from "~/engine/protocol";
import { unlessDropped } from "~/port/open-port";
import { Button } from "~/ui/button";
import { useBenchShared } from "../state/use-bench";

/** One brush on a sheet of several. */
export interface SheetEntry {
  readonly key: string;
  readonly label: ReactNode;
  readonly brush: Brush;
  /** Whether it is what the bench has. */
  readonly now: boolean;
  readonly onPick: () => void;
}

interface Props {
  /** What the sheet is called for those who do not see it. */
  readonly name: string;
  readonly title: ReactNode;
  readonly says: string;
  readonly entries: readonly SheetEntry[];
  readonly columns: number;
  readonly onClose: () => void;
  /** What else stands in the sheet's head. */
  readonly children?: ReactNode;
}

/** The same strokes with several brushes, laid over the paper; a click takes one. */
export function StrokeSheet({ name, title, says, entries, columns, onClose, children }: Props) {
  const place = useRef<HTMLUListElement>(null);
  const { engine } = useBenchShared();
  const [fault, setFault] = useState<string>();
  const [scale, setScale] = useState(1);
  const [room, setRoom] = useState("");
  const rows = Math.ceil(entries.length / columns);
  const brushes = JSON.stringify(entries.map(({ brush }) => brush));

  // biome-ignore lint/correctness/useExhaustiveDependencies: the brushes are compared by what they are
  useEffect(() => {
    const list = place.current;
    if (!list || !room) return;
    const ratio = window.devicePixelRatio || 1;
    const width = Math.max(40, Math.floor((list.clientWidth / columns - 18) * ratio));
    const height = Math.max(24, Math.floor((list.clientHeight / rows - 34) * ratio));
    // Pieces come faster than the screen is drawn anew: each is put where it belongs at once.
    const show = ({ index, picture }: StripPiece) => {
      const canvas = list.querySelectorAll("canvas")[index];
      if (!canvas) return;
      canvas.width = picture.width;
      canvas.height = picture.height;
      canvas.getContext("bitmaprenderer")?.transferFromImageBitmap(picture);
    };
    engine.current
      ?.strip(
        entries.map(({ brush }) => brush),
        width,
        height,
        show,
      )
      .then((drawn) => {
        setFault(undefined);
        setScale(drawn.scale);
      })
      .catch(unlessDropped(setFault));
  }, [brushes, columns, rows, engine, room]);

  useEffect(() => {
    const list = place.current;
    if (!list) return;
    const observer = new ResizeObserver(() => setRoom(`${list.clientWidth} ${list.clientHeight}`));
    observer.observe(list);
    return () => observer.disconnect();
  }, []);

  return (
    <section aria-label={name} className="sheet absolute inset-0 z-10 flex flex-col">
      <div className="flex items-center gap-2 border-line border-b px-3 py-1">
        <h2 className="flex items-center gap-2 font-semibold font-serif">{title}</h2>
        {fault ? (
          <p role="alert" className="truncate text-[13px] text-danger">
            The strokes could not be painted: {fault}
          </p>
        ) : (
          <p className="truncate text-[13px] text-soft">
            {says}
            {scale < 0.995 && ` All at ${Math.max(1, Math.round(scale * 100))} % of their size.`}
          </p>
        )}
        {children}
        <Button
          kind="quiet"
          className="ml-auto px-1.5"
          aria-label={`Close the ${name.split(":")[0].toLowerCase()}`}
          onClick={onClose}
        >
          <X aria-hidden size={16} />
        </Button>
      </div>
      <ul
        ref={place}
        className="grid min-h-0 flex-1"
        style={{
          gridTemplateColumns: `repeat(${columns}, minmax(0, 1fr))`,
          gridTemplateRows: `repeat(${rows}, minmax(0, 1fr))`,
        }}
      >
        {entries.map(({ key, label, now, onPick }) => (
          <li key={key} className="min-h-0 min-w-0 border-line border-r border-b">
            <button
              type="button"
              aria-pressed={now}
              className="flex size-full flex-col px-2 pt-1 text-left outline-act -outline-offset-2 hover:bg-act-wash aria-pressed:outline-2"
              onClick={onPick}
            >
              <span className="w-full truncate font-mono text-[13px]">
                {label} {now && <span className="font-sans text-soft">now</span>}
              </span>
              <canvas aria-hidden className="min-h-0 w-full flex-1 object-contain" />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}
