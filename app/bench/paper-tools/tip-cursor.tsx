import { type ReactNode, type PointerEvent as ReactPointerEvent, useEffect, useRef, useState } from "react";
import { setQuality } from "../state/commands";
import { seal } from "../state/steps";
import { useBench, useBenchShared } from "../state/use-bench";
import { changeSettings } from "../state/view-commands";

/** The letter that makes dragging change the size, and how many px double it. */
const SIZE_KEY = "g";
const DOUBLES = 120;
const OUTLINE_PAUSE = 200;

/** Shows the tip's true outline about the pointer; with a key held, dragging sizes it and a click picks a colour. */
export function TipCursor({ children }: { readonly children: ReactNode }) {
  const { store, engine } = useBenchShared();
  const { run } = store;
  const brush = useBench((state) => state.brush);
  const zoom = useBench(({ settings }) => settings.zoom);
  /** The tip's outline for a tip of 1 px; absent while it is not known. */
  const [outline, setOutline] = useState<string>();
  const ring = useRef<SVGSVGElement>(null);
  const place = useRef<HTMLDivElement>(null);
  const [over, setOver] = useState(false);
  const sizing = useRef(false);
  const drag = useRef<{ readonly x: number; readonly size: number }>(undefined);

  // The proofs come first: the outline waits until the brush rests.
  useEffect(() => {
    const ask = () => void engine.current?.outline(brush).then(setOutline, () => setOutline(undefined));
    const timer = setTimeout(ask, OUTLINE_PAUSE);
    return () => clearTimeout(timer);
  }, [brush, engine]);
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
      const take = (ink: string) => run(changeSettings({ colours: { ...store.get().settings.colours, ink } }));
      void engine.current
        ?.pick((event.clientX - box.left) * ratio, (event.clientY - box.top) * ratio)
        .then(take, () => undefined);
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
            // One px of the paper is one of the screen, times the zoom.
            transform={`scale(${(brush.tip.size * zoom) / (window.devicePixelRatio || 1)})`}
          />
        </svg>
      )}
    </div>
  );
}
