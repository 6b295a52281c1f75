import type { Brush } from "@core/brush";
import { type RefObject, useEffect, useRef, useState } from "react";
import type { FrameStore } from "~/paper/window/frame-store";
import type { EaselEngine } from "./engine/client";

const OUTLINE_PAUSE = 150;

interface Props {
  readonly engine: RefObject<EaselEngine | null>;
  readonly frame: FrameStore;
  /** As it is set. */
  readonly brush: Brush;
}

/** The tip's true outline about the pointer. */
export function TipRing({ engine, frame, brush }: Props) {
  const [outline, setOutline] = useState<string>();
  const ring = useRef<SVGSVGElement>(null);
  const { size } = brush.tip;

  useEffect(() => {
    const ask = () => void engine.current?.outline(brush).then(setOutline, () => undefined);
    const timer = setTimeout(ask, OUTLINE_PAUSE);
    return () => clearTimeout(timer);
  }, [engine, brush]);

  useEffect(() => {
    const place = ring.current?.parentElement;
    const svg = ring.current;
    if (!place || !svg) return;
    const follow = (event: PointerEvent) => {
      const box = place.getBoundingClientRect();
      // While one paints, the stroke itself shows where the tip is.
      const over = event.buttons === 0 && event.target instanceof HTMLCanvasElement && event.pointerType !== "touch";
      svg.classList.toggle("hidden", !over);
      svg.style.transform = `translate(${event.clientX - box.left}px, ${event.clientY - box.top}px)`;
    };
    const turn = () => {
      const { zoom, turn: degrees, mirrored } = frame.get();
      const scale = (size * zoom) / (window.devicePixelRatio || 1);
      svg.firstElementChild?.setAttribute(
        "transform",
        `rotate(${degrees}) scale(${mirrored ? -scale : scale}, ${scale})`,
      );
    };
    const leave = () => svg.classList.add("hidden");
    turn();
    const stop = frame.subscribe(turn);
    place.addEventListener("pointermove", follow);
    place.addEventListener("pointerleave", leave);
    return () => {
      stop();
      place.removeEventListener("pointermove", follow);
      place.removeEventListener("pointerleave", leave);
    };
  }, [frame, size]);

  return (
    <svg
      ref={ring}
      aria-hidden
      className="pointer-events-none absolute top-0 left-0 hidden size-px overflow-visible mix-blend-difference"
    >
      <path d={outline} fill="none" stroke="#a8a8a8" strokeWidth={1} vectorEffect="non-scaling-stroke" />
    </svg>
  );
}
