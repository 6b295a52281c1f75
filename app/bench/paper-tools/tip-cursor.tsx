import {
  type ReactNode,
  type PointerEvent as ReactPointerEvent,
  useEffect,
  useRef,
  useState,
  useSyncExternalStore,
} from "react";
import { followGestures, type GestureTarget, typing } from "~/paper/window/gestures";
import { seal } from "../state/steps";
import { useBench, useBenchShared } from "../state/use-bench";
import { changeSettings, drawAt, drawnSize, turnPen } from "../state/view-commands";
import { PenDial } from "./pen-dial";

const OUTLINE_PAUSE = 200;
/** What the arrows change of the stand-in pen, alone and with Shift, and which way. */
const penKeys = {
  ArrowUp: ["pressure", "tilt", 1],
  ArrowDown: ["pressure", "tilt", -1],
  ArrowRight: ["lean", "twist", -1],
  ArrowLeft: ["lean", "twist", 1],
} as const;

/**
 * Shows the tip's true outline about the pointer, and follows what a hand does besides drawing: it sizes the tip, picks a
 * colour, and frames the paper.
 */
export function TipCursor({ children }: { readonly children: ReactNode }) {
  const { store, engine, frame } = useBenchShared();
  const brush = useBench((state) => state.brush);
  const size = useBench(drawnSize);
  const { zoom, turn, mirrored } = useSyncExternalStore(frame.subscribe, frame.get, frame.get);
  /** The tip's outline for a tip of 1 px; absent while it is not known. */
  const [outline, setOutline] = useState<string>();
  const standIn = useBench(({ settings }) => settings.standIn);
  const ring = useRef<SVGSVGElement>(null);
  const dial = useRef<SVGSVGElement>(null);
  const place = useRef<HTMLDivElement>(null);
  const [over, setOver] = useState(false);

  const outlined = useRef<typeof store>(undefined);
  // The proofs come first: the outline waits until the brush rests. Another brush is not waited for.
  useEffect(() => {
    const ask = () => void engine.current?.outline(brush).then(setOutline, () => setOutline(undefined));
    const isOther = outlined.current !== undefined && outlined.current !== store;
    outlined.current = store;
    if (isOther) return ask();
    const timer = setTimeout(ask, OUTLINE_PAUSE);
    return () => clearTimeout(timer);
  }, [brush, engine, store]);
  useEffect(() => {
    if (!place.current) return;
    const { run } = store;
    let begun = 1;
    const target: GestureTarget = {
      penDrop: () => engine.current?.penDrop(),
      pick: ({ x, y }) => {
        const take = (ink: string) => run(changeSettings({ colours: { ...store.get().settings.colours, ink } }));
        void engine.current?.pick(x, y).then(take, () => undefined);
      },
      lineTo: (to) => engine.current?.lineTo(to),
      parallelFrom: (from) => engine.current?.parallelFrom(from),
      wheelInStroke: (steps) => {
        const { standIn } = store.get().settings;
        if (standIn.on) run(turnPen("pressure", steps));
        return standIn.on;
      },
      size: (times, begins) => {
        if (begins) {
          run(seal);
          begun = drawnSize(store.get());
        }
        run(drawAt(begun * times));
      },
    };
    return followGestures(
      place.current,
      frame,
      () => target,
      () => window.devicePixelRatio || 1,
    );
  }, [store, engine, frame]);

  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const { standIn } = store.get().settings;
      const signals = penKeys[event.key as keyof typeof penKeys];
      if (!standIn.on || !signals || typing(event) || !place.current?.matches(":hover")) return;
      store.run(turnPen(signals[event.shiftKey ? 1 : 0], signals[2]));
      event.preventDefault();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  }, [store]);

  const follow = (event: ReactPointerEvent) => {
    const box = place.current?.getBoundingClientRect();
    if (!box) return;
    const at = `translate(${event.clientX - box.left}px, ${event.clientY - box.top}px)`;
    if (dial.current) dial.current.style.transform = at;
    if (!ring.current) return;
    // While one draws, the stroke itself shows where the tip is.
    const onCanvas = event.buttons === 0 && event.target instanceof HTMLCanvasElement;
    if (onCanvas !== over) setOver(onCanvas);
    ring.current.style.transform = at;
  };
  // One px of the paper is one of the screen, times the zoom.
  const scale = (size * zoom) / (globalThis.devicePixelRatio || 1);
  return (
    <div
      ref={place}
      className={`absolute inset-0 ${over && outline ? "[&_canvas]:cursor-crosshair" : ""}`}
      onPointerMoveCapture={follow}
      onPointerLeave={() => setOver(false)}
    >
      {children}
      {standIn.on && (
        <svg ref={dial} aria-hidden className="pointer-events-none absolute top-0 left-0 size-px overflow-visible">
          <PenDial pen={standIn} />
        </svg>
      )}
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
            transform={`rotate(${turn}) scale(${mirrored ? -scale : scale}, ${scale})`}
          />
        </svg>
      )}
    </div>
  );
}
