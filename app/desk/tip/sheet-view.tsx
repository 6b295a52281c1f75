import type { Fade } from "@core/desk/tip/fade";
import type { Sample } from "@core/hand/sample";
import { type PointerEvent as ReactPointerEvent, useEffect, useRef, useState } from "react";
import { followPen } from "~/paper/follow-pen";
import { FadeOverlay } from "./aims/fade-overlay";
import type { TipDeskEngine } from "./use-tip-desk";

/** What the pointer does on the sheet. */
export const sheetTools = ["draw", "cut free", "cut square", "fade", "pivot"] as const;
export type SheetTool = (typeof sheetTools)[number];

interface Props {
  readonly engine: TipDeskEngine;
  /** The sheet's size, px; absent before there is one. */
  readonly size: { readonly width: number; readonly height: number } | undefined;
  readonly tool: SheetTool;
  readonly pivot: readonly [number, number];
  readonly onPivot: (pivot: readonly [number, number]) => void;
  /** The fade that is laid over the sheet while that is the tool. */
  readonly fade: Fade;
  readonly onFade: (fade: Fade) => void;
}

type Place = readonly [number, number];

const MOST_OUTLINE = 4000;
const PIVOT_STEP = 0.02;

/** The sheet, as large as its place lets it be, with what the pointer does on it. */
export function TipSheetView({ engine, size, tool, pivot, onPivot, fade, onFade }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const sheet = useRef<HTMLDivElement>(null);
  const known = useRef(size);
  known.current = size;
  const [room, setRoom] = useState({ width: 1, height: 1 });
  const [outline, setOutline] = useState<readonly Place[]>();

  // The canvas is made here and not by React: it can be handed to a worker only once.
  useEffect(() => {
    const holder = sheet.current;
    if (!holder) return;
    const canvas = document.createElement("canvas");
    canvas.className = "absolute inset-0 size-full touch-none";
    canvas.tabIndex = -1;
    canvas.setAttribute("role", "img");
    canvas.setAttribute("aria-label", "The tip’s sheet; draw on it");
    holder.prepend(canvas);
    const offscreen = canvas.transferControlToOffscreen();
    engine.tell("canvas", offscreen, [offscreen]);
    let stroke = 0;
    const target = {
      penDown: () => engine.tell("penDown", ++stroke),
      penMove: (samples: readonly Sample[]) => engine.tell("penMove", samples),
      penUp: () => engine.tell("penUp", null),
    };
    const stop = followPen(
      canvas,
      target,
      () => false,
      () => known.current?.width ?? 1,
      // A stroke may begin beside the sheet.
      place.current ?? canvas,
    );
    return () => {
      stop();
      canvas.remove();
    };
  }, [engine]);

  useEffect(() => {
    const holder = place.current;
    if (!holder) return;
    const observer = new ResizeObserver(() => setRoom({ width: holder.clientWidth, height: holder.clientHeight }));
    observer.observe(holder);
    return () => observer.disconnect();
  }, []);

  const scale = size ? Math.min((room.width - 24) / size.width, (room.height - 24) / size.height) : 1;
  const placeOf = (event: ReactPointerEvent): Place => {
    const box = sheet.current?.getBoundingClientRect();
    return box ? [(event.clientX - box.left) / scale, (event.clientY - box.top) / scale] : [0, 0];
  };
  const pivotAt = ([x, y]: Place): readonly [number, number] =>
    size ? [within((2 * x) / size.width - 1), within((2 * y) / size.height - 1)] : [0, 0];
  const drag = (event: ReactPointerEvent) => {
    if (event.buttons !== 1) return;
    const now = placeOf(event);
    if (tool === "pivot") onPivot(pivotAt(now));
    else if (tool === "fade") {
      const begins = event.type === "pointerdown";
      if (begins) event.currentTarget.setPointerCapture(event.pointerId);
      onFade({ ...fade, ...(begins ? { x0: now[0], y0: now[1] } : {}), x1: now[0], y1: now[1] });
    } else if (!outline) {
      event.currentTarget.setPointerCapture(event.pointerId);
      setOutline([now]);
    } else if (tool === "cut square") setOutline([outline[0], [now[0], outline[0][1]], now, [outline[0][0], now[1]]]);
    else if (outline.length < MOST_OUTLINE) setOutline([...outline, now]);
  };
  const finish = () => {
    if (outline && outline.length >= 3)
      engine.tell("step", { kind: "cut-out", outline: outline.map(([x, y]): [number, number] => [x, y]) });
    setOutline(undefined);
  };

  return (
    <div
      ref={place}
      className={`relative grid size-full place-items-center overflow-hidden ${tool === "draw" ? "touch-none" : ""}`}
    >
      <div
        ref={sheet}
        className={`relative bg-white shadow-md ring-1 ring-line ${size ? "" : "invisible"}`}
        style={size && { width: size.width * scale, height: size.height * scale }}
      >
        {size && (
          // The overlay takes the pointer unless one draws.
          <svg
            viewBox={`0 0 ${size.width} ${size.height}`}
            className={`absolute inset-0 size-full touch-none ${tool === "draw" ? "pointer-events-none" : "cursor-crosshair"}`}
            aria-hidden
            onPointerDown={drag}
            onPointerMove={drag}
            onPointerUp={finish}
            onPointerCancel={() => setOutline(undefined)}
          >
            <rect width={size.width} height={size.height} fill="transparent" />
            {tool === "fade" && <FadeOverlay fade={fade} {...size} scale={scale} />}
            {outline && (
              <polygon
                points={outline.map((p) => p.join(",")).join(" ")}
                className="fill-act/15 stroke-act"
                strokeWidth={1.5 / scale}
                strokeDasharray={`${5 / scale}`}
              />
            )}
          </svg>
        )}
        {size && (
          <button
            type="button"
            aria-label={`Pivot, ${percent(pivot[0])} right and ${percent(pivot[1])} down of the middle; arrow keys move it`}
            className={`-translate-1/2 absolute grid size-[24px] place-items-center ${tool === "pivot" ? "" : "pointer-events-none"}`}
            style={{ left: `${50 + pivot[0] * 50}%`, top: `${50 + pivot[1] * 50}%` }}
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={(event) => event.buttons === 1 && onPivot(pivotAt(placeOf(event)))}
            onKeyDown={(event) => {
              const moves: Record<string, Place> = {
                ArrowLeft: [-1, 0],
                ArrowRight: [1, 0],
                ArrowUp: [0, -1],
                ArrowDown: [0, 1],
              };
              const move = moves[event.key];
              if (!move) return;
              event.preventDefault();
              onPivot([within(pivot[0] + move[0] * PIVOT_STEP), within(pivot[1] + move[1] * PIVOT_STEP)]);
            }}
          >
            <svg viewBox="-12 -12 24 24" className="size-6 fill-none stroke-2 stroke-act" aria-hidden>
              <circle r={5} className="fill-white/60" />
              <path d="M-11,0H-5M5,0H11M0,-11V-5M0,5V11" />
            </svg>
          </button>
        )}
      </div>
    </div>
  );
}

const within = (v: number) => Math.round(Math.min(2, Math.max(-2, v)) * 1000) / 1000;
const percent = (v: number) => `${Math.round(v * 100)} %`;
