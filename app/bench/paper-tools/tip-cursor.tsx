import type { Brush } from "@core/brush";
import {
  type ReactNode,
  type PointerEvent as ReactPointerEvent,
  type RefObject,
  useEffect,
  useRef,
  useState,
} from "react";
import type { PaperHandle } from "~/paper/paper-sheet";
import { type Command, seal, setQuality } from "../state/commands";

interface Props {
  readonly brush: Brush;
  readonly run: (command: Command) => void;
  readonly paper: RefObject<PaperHandle | null>;
  /** The tip's outline for a tip of 1 px; absent while it is not known. */
  readonly outline: string | undefined;
  /** Px of the screen to one of the paper. */
  readonly scale: number;
  readonly children: ReactNode;
}

/** The letter that makes dragging change the size, and how many px double it. */
const SIZE_KEY = "g";
const DOUBLES = 120;
const OUTLINE_PAUSE = 200;

/** Shows the tip's true outline about the pointer; with a key held, dragging sizes it and a click picks a colour. */
export function TipCursor({ brush, run, paper, outline, scale, children }: Props) {
  const ring = useRef<SVGSVGElement>(null);
  const place = useRef<HTMLDivElement>(null);
  const [over, setOver] = useState(false);
  const sizing = useRef(false);
  const drag = useRef<{ readonly x: number; readonly size: number }>(undefined);

  // The proofs come first: the outline waits until the brush rests.
  useEffect(() => {
    const timer = setTimeout(() => paper.current?.outline(brush), OUTLINE_PAUSE);
    return () => clearTimeout(timer);
  }, [brush, paper]);
  useEffect(() => {
    const held = (event: KeyboardEvent) => {
      if (event.key.toLowerCase() === SIZE_KEY && !event.ctrlKey && !event.metaKey)
        sizing.current = event.type === "keydown";
    };
    addEventListener("keydown", held);
    addEventListener("keyup", held);
    return () => {
      removeEventListener("keydown", held);
      removeEventListener("keyup", held);
    };
  }, []);

  const follow = (event: ReactPointerEvent) => {
    const box = place.current?.getBoundingClientRect();
    if (!box || !ring.current) return;
    const now = drag.current;
    if (now) {
      run(setQuality("size", Number((now.size * 2 ** ((event.clientX - now.x) / DOUBLES)).toPrecision(3))));
      event.stopPropagation();
      return;
    }
    // While one draws, the stroke itself shows where the tip is.
    const onCanvas = event.buttons === 0 && event.target instanceof HTMLCanvasElement;
    if (onCanvas !== over) setOver(onCanvas);
    ring.current.style.transform = `translate(${event.clientX - box.left}px, ${event.clientY - box.top}px)`;
  };
  const press = (event: ReactPointerEvent) => {
    if (!(event.target instanceof HTMLCanvasElement) || event.button !== 0) return;
    if (event.altKey) {
      const box = event.target.getBoundingClientRect();
      const ratio = event.target.width / box.width;
      paper.current?.pick((event.clientX - box.left) * ratio, (event.clientY - box.top) * ratio);
    } else if (sizing.current) {
      drag.current = { x: event.clientX, size: brush.tip.size };
      place.current?.setPointerCapture(event.pointerId);
    } else return;
    // The paper must not take it for a stroke.
    event.preventDefault();
    event.stopPropagation();
  };
  const lift = () => {
    if (!drag.current) return;
    drag.current = undefined;
    run(seal);
  };
  return (
    <div
      ref={place}
      className={`absolute inset-0 ${over && outline ? "[&_canvas]:cursor-crosshair" : ""}`}
      onPointerMoveCapture={follow}
      onPointerDownCapture={press}
      onPointerUpCapture={lift}
      onPointerCancelCapture={lift}
      onPointerLeave={() => setOver(false)}
    >
      {children}
      {outline && (
        <svg
          ref={ring}
          aria-hidden
          className={`pointer-events-none absolute top-0 left-0 size-px overflow-visible mix-blend-difference ${over ? "" : "hidden"}`}
        >
          <path
            d={outline}
            fill="none"
            stroke="#a8a8a8"
            strokeWidth={1}
            vectorEffect="non-scaling-stroke"
            transform={`scale(${brush.tip.size * scale})`}
          />
        </svg>
      )}
    </div>
  );
}
