import { scaleLinear, scaleLog } from "d3-scale";
import { type KeyboardEvent, type PointerEvent, useEffect, useMemo, useRef, useState } from "react";
import { holdSays, type RollModel } from "./roll-model";
import { clockWords } from "./words";

interface Props {
  readonly roll: RollModel;
  /** How many acts are done where one looks. */
  readonly at: number;
  readonly onGo: (count: number) => void;
  /** How high the strokes stand, px. */
  readonly height?: number;
  /** Whether the brushes are named beneath. */
  readonly holds?: boolean;
}

/** The widest and the thinnest brush that still look different on the roll, px. */
const SIZES = [2, 400];

/** The acts along time: a tick a stroke in its colour, as high as its brush is wide; the brushes named beneath, chapters above. */
export function RollStrip({ roll, at, onGo, height = 76, holds = true }: Props) {
  const place = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const [width, setWidth] = useState(0);
  useEffect(() => {
    if (!place.current) return;
    const observer = new ResizeObserver(([entry]) => setWidth(Math.floor(entry.contentRect.width)));
    observer.observe(place.current);
    return () => observer.disconnect();
  }, []);
  // Few strokes stand side by side; many share the width.
  const across = useMemo(() => {
    const most = Math.max(roll.count, 1);
    return scaleLinear()
      .domain([0, most])
      .range([0, Math.min(width, most * 14)]);
  }, [roll.count, width]);
  useEffect(() => {
    const drawing = canvas.current?.getContext("2d");
    if (!drawing || !canvas.current || width === 0) return;
    const ratio = window.devicePixelRatio || 1;
    canvas.current.width = Math.round(width * ratio);
    canvas.current.height = Math.round(height * ratio);
    drawing.setTransform(ratio, 0, 0, ratio, 0, 0);
    const high = scaleLog()
      .domain(SIZES)
      .range([height * 0.1, height - 2])
      .clamp(true);
    const step = across(1) - across(0);
    const wide = Math.max(0.75, Math.min(step - (step > 3 ? 1.5 : 0), 9));
    for (const { place: at_, colour, size } of roll.ticks) {
      const tall = high(size);
      drawing.fillStyle = colour;
      drawing.fillRect(across(at_), height - tall, wide, tall);
      // Paint as light as the sheet is seen by its edge.
      drawing.fillStyle = "#7d7d7d55";
      drawing.fillRect(across(at_), height - tall, wide, 1);
    }
  }, [roll, width, height, across]);

  const countAt = (event: PointerEvent) => {
    const box = place.current?.getBoundingClientRect();
    return box ? Math.min(roll.count, Math.max(0, Math.round(across.invert(event.clientX - box.left)))) : at;
  };
  const keys: Readonly<Record<string, number>> = {
    ArrowLeft: at - 1,
    ArrowRight: at + 1,
    PageDown: at - 20,
    PageUp: at + 20,
    Home: 0,
    End: roll.count,
  };
  const press = (event: KeyboardEvent) => {
    if (!Object.hasOwn(keys, event.key)) return;
    event.preventDefault();
    event.stopPropagation();
    onGo(Math.min(roll.count, Math.max(0, keys[event.key])));
  };
  const x = across(at);
  return (
    <div ref={place} className="relative">
      {roll.chapters.length > 0 && (
        <div className="relative h-6 overflow-hidden">
          {roll.chapters.map(({ from, to, name }, i) => (
            <button
              key={from}
              type="button"
              title={name}
              className="absolute top-0 truncate border-line border-l pl-2 text-left font-semibold font-serif text-[13.5px] hover:text-act"
              style={{ left: across(from), width: Math.max(24, across(to) - across(from)) }}
              onClick={() => onGo(from)}
            >
              <span className="font-normal text-soft">{i + 1}</span> {name}
            </button>
          ))}
        </div>
      )}
      <div
        role="slider"
        tabIndex={0}
        aria-label="Place on the roll"
        aria-valuemin={0}
        aria-valuemax={roll.count}
        aria-valuenow={at}
        aria-valuetext={`after ${at} of ${roll.count} acts, ${clockWords(roll.ends[at - 1] ?? 0)}`}
        className="relative cursor-pointer touch-none"
        style={{ height }}
        onKeyDown={press}
        onPointerDown={(event) => {
          if (event.button !== 0) return;
          if (event.isTrusted) event.currentTarget.setPointerCapture(event.pointerId);
          onGo(countAt(event));
        }}
        onPointerMove={(event) => event.buttons === 1 && onGo(countAt(event))}
      >
        <canvas ref={canvas} aria-hidden className="absolute inset-0 size-full" />
        <span aria-hidden className="absolute top-0 bottom-0 w-0.5 bg-act" style={{ left: Math.max(0, x - 1) }}>
          <span className="-left-1 absolute bottom-0 size-2.5 rounded-full bg-act" />
        </span>
      </div>
      {holds && (
        <div className="relative mt-1 h-5 overflow-hidden text-[12px]">
          {roll.holds.map((hold) => {
            const { from, to } = hold;
            const says = holdSays(hold);
            const wide = across(to) - across(from) - 2;
            return (
              wide > 6 && (
                <span
                  key={from}
                  title={says}
                  className="absolute truncate bg-line/50 px-1 text-ink"
                  style={{ left: across(from), width: wide }}
                >
                  {wide > 26 ? says : ""}
                </span>
              )
            );
          })}
        </div>
      )}
    </div>
  );
}
