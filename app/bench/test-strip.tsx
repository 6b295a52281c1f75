import type { Brush } from "@core/brush";
import { type Quality, qualityRow } from "@core/quality/table";
import { X } from "lucide-react";
import { type RefObject, useEffect, useMemo, useRef, useState } from "react";
import { Button } from "~/ui/button";
import type { Tell } from "~/workers/messages";
import type { PaperHandle } from "./paper-sheet";
import { type Command, qualityValue, reduce, seal, setQuality } from "./state";
import { stripValues } from "./strip-values";
import { writeValue } from "./units";

export type StripPiece = Extract<Tell, { kind: "strip-piece" }>;

interface Props {
  readonly name: Quality;
  readonly brush: Brush;
  readonly run: (command: Command) => void;
  readonly paper: RefObject<PaperHandle | null>;
  /** Is given what takes the pieces that the engine draws. */
  readonly pieces: RefObject<((piece: StripPiece) => void) | undefined>;
  readonly onClose: () => void;
}

/** One quality at several values, the same strokes side by side; a click takes one. */
export function TestStrip({ name, brush, run, paper, pieces, onClose }: Props) {
  const row = qualityRow(name);
  const [opened] = useState(() => qualityValue(brush, name));
  const values = useMemo(() => stripValues(row, opened), [row, opened]);
  const now = qualityValue(brush, name);
  const place = useRef<HTMLUListElement>(null);
  const turn = useRef(0);
  const [room, setRoom] = useState("");

  useEffect(() => {
    const list = place.current;
    if (!list || !room) return;
    const ratio = window.devicePixelRatio || 1;
    const width = Math.max(40, Math.floor((list.clientWidth / values.length - 18) * ratio));
    const height = Math.max(40, Math.floor((list.clientHeight - 44) * ratio));
    turn.current =
      paper.current?.strip(
        values.map((value) => withValue(brush, name, value)),
        width,
        height,
      ) ?? 0;
  }, [brush, name, values, paper, room]);

  // Pieces come faster than the screen is drawn anew: each is put where it belongs at once.
  useEffect(() => {
    pieces.current = (piece) => {
      const canvas = place.current?.querySelectorAll("canvas")[piece.index];
      if (!canvas || piece.turn !== turn.current) return;
      canvas.width = piece.picture.width;
      canvas.height = piece.picture.height;
      canvas.getContext("bitmaprenderer")?.transferFromImageBitmap(piece.picture);
    };
    return () => {
      pieces.current = undefined;
    };
  }, [pieces]);

  useEffect(() => {
    const list = place.current;
    if (!list) return;
    const observer = new ResizeObserver(() => setRoom(`${list.clientWidth} ${list.clientHeight}`));
    observer.observe(list);
    return () => observer.disconnect();
  }, []);

  return (
    <section aria-label={`Test strip: ${row.label.toLowerCase()}`} className="sheet absolute inset-0 z-10 flex flex-col">
      <div className="flex items-center gap-2 border-line border-b px-3 py-1">
        <h2 className="font-semibold font-serif">{row.label}</h2>
        <p className="truncate text-[13px] text-soft">{row.says} Click a stroke to take its value.</p>
        <Button kind="quiet" className="ml-auto px-1.5" aria-label="Close the test strip" onClick={onClose}>
          <X aria-hidden size={16} />
        </Button>
      </div>
      <ul ref={place} className="flex min-h-0 flex-1 divide-x divide-line">
        {values.map((value) => (
          <li key={value} className="min-w-0 flex-1">
            <button
              type="button"
              aria-pressed={value === now}
              className="flex size-full flex-col px-2 pt-1.5 text-left outline-act -outline-offset-2 hover:bg-act-wash aria-pressed:outline-2"
              onClick={() => {
                run(setQuality(name, value));
                run(seal);
              }}
            >
              <span className="font-mono text-[13px]">
                {writeValue(value, row.unit)} {value === now && <span className="font-sans text-soft">now</span>}
              </span>
              <canvas aria-hidden className="min-h-0 w-full flex-1 object-contain" />
            </button>
          </li>
        ))}
      </ul>
    </section>
  );
}

/** The brush with another value of one quality. */
function withValue(brush: Brush, name: Quality, value: number): Brush {
  return reduce({ brush, past: [], future: [], saved: brush, revision: 0 }, setQuality(name, value)).brush;
}
