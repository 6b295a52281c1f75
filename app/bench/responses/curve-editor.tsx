import { curveFunction } from "@core/response/curve";
import type { Curve, Response } from "@core/response/model";
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { type KeyboardEvent, type PointerEvent, useEffect, useRef } from "react";
import { hearPen } from "~/paper/pen-signals";

const WIDTH = 252;
const HEIGHT = 150;
const STEP = 0.02;
const STEPS = 96;
const MOST_POINTS = 16;
/** Two points keep this far apart. */
const GAP = 0.01;

const x = scaleLinear([0, 1], [0, WIDTH]);
const y = scaleLinear([0, 1], [HEIGHT, 0]);
const draw = line<[number, number]>(
  (p) => x(p[0]),
  (p) => y(p[1]),
);

/** The curve with point `i` at (px, py), kept between its neighbours; the ends keep their place. */
export function movePoint(curve: Curve, i: number, px: number, py: number): Curve {
  const least = i === 0 ? 0 : i === curve.length - 1 ? 1 : curve[i - 1][0] + GAP;
  const most = i === curve.length - 1 ? 1 : i === 0 ? 0 : curve[i + 1][0] - GAP;
  const round = (v: number) => Math.round(v * 1000) / 1000;
  return curve.map((p, n) =>
    n === i ? [round(Math.min(most, Math.max(least, px))), round(Math.min(1, Math.max(0, py)))] : p,
  );
}

/** The curve with one more point at `px`, on the line; unchanged when there is no room. */
export function addPoint(curve: Curve, px: number): Curve {
  if (curve.length >= MOST_POINTS || curve.some((p) => Math.abs(p[0] - px) < 2 * GAP)) return curve;
  const point: [number, number] = [px, curveFunction(curve)(px)];
  return [...curve, point].sort((a, b) => a[0] - b[0]);
}

/** Without point `i`; the ends stay. */
export function removePoint(curve: Curve, i: number): Curve {
  return i === 0 || i === curve.length - 1 ? curve : curve.filter((_, n) => n !== i);
}

const BINS = 28;

/** How often a signal lay in each of some even ranges, the most frequent one being 1. */
function histogram(signal: readonly number[]): number[] {
  const counts = Array.from({ length: BINS }, () => 0);
  for (const v of signal) counts[Math.min(BINS - 1, Math.max(0, Math.floor(v * BINS)))]++;
  const most = Math.max(...counts);
  return counts.map((n) => n / most);
}

interface Props {
  readonly response: Response;
  /** What the main stroke's signal was, 0…1 at even ways along it. */
  readonly signal?: readonly number[] | undefined;
  readonly onChange: (curve: Curve) => void;
  readonly onDone: () => void;
}

/** Points are dragged, or moved with the arrow keys; a double click or Enter on the line adds one, Delete removes it. */
export function CurveEditor({ response: { curve, source, quality }, signal, onChange, onDone }: Props) {
  const figure = useRef<SVGSVGElement>(null);
  const value = curveFunction(curve);
  const bins = signal && signal.length > 0 ? histogram(signal) : undefined;
  // The dot is moved at once: drawing must not make React work.
  const dot = useRef<SVGCircleElement>(null);
  const answer = useRef(value);
  answer.current = value;
  useEffect(
    () =>
      hearPen((signals) => {
        const now = signals[source];
        if (!dot.current) return;
        dot.current.style.display = now === undefined ? "none" : "";
        if (now === undefined) return;
        dot.current.setAttribute("cx", String(x(now)));
        dot.current.setAttribute("cy", String(y(answer.current(now))));
      }),
    [source],
  );
  const place = (event: { clientX: number; clientY: number }): [number, number] => {
    const box = figure.current?.getBoundingClientRect();
    if (!box) return [0, 0];
    return [
      (((event.clientX - box.left) / box.width) * (WIDTH + 24)) / WIDTH - 12 / WIDTH,
      1 - ((((event.clientY - box.top) / box.height) * (HEIGHT + 24)) / HEIGHT - 12 / HEIGHT),
    ];
  };
  const drag = (i: number) => (event: PointerEvent<SVGCircleElement>) => {
    if (!event.currentTarget.hasPointerCapture(event.pointerId)) return;
    onChange(movePoint(curve, i, ...place(event)));
  };
  const key = (i: number) => (event: KeyboardEvent) => {
    const moves: Record<string, [number, number]> = {
      ArrowLeft: [-STEP, 0],
      ArrowRight: [STEP, 0],
      ArrowUp: [0, STEP],
      ArrowDown: [0, -STEP],
    };
    const move = moves[event.key];
    if (move) onChange(movePoint(curve, i, curve[i][0] + move[0], curve[i][1] + move[1]));
    else if (event.key === "Delete" || event.key === "Backspace") onChange(removePoint(curve, i));
    else if (event.key === "Enter")
      onChange(addPoint(curve, i === 0 ? (curve[0][0] + curve[1][0]) / 2 : (curve[i - 1][0] + curve[i][0]) / 2));
    else return;
    event.preventDefault();
    onDone();
  };
  return (
    <div>
      <svg
        ref={figure}
        viewBox={`-12 -12 ${WIDTH + 24} ${HEIGHT + 24}`}
        className="w-full touch-none select-none"
        onDoubleClick={(event) => onChange(addPoint(curve, Math.min(1, Math.max(0, place(event)[0]))))}
      >
        <title>{`Curve from ${source} to ${quality}`}</title>
        <rect width={WIDTH} height={HEIGHT} className="fill-raised stroke-line" />
        {bins?.map((share, i) => (
          <rect
            // biome-ignore lint/suspicious/noArrayIndexKey: a bin is its place
            key={i}
            x={x(i / BINS)}
            y={y(share * 0.45)}
            width={WIDTH / BINS - 1}
            height={HEIGHT - y(share * 0.45)}
            className="fill-line"
          />
        ))}
        {[0.25, 0.5, 0.75].map((t) => (
          <path key={t} d={`M${x(t)},0V${HEIGHT}M0,${y(t)}H${WIDTH}`} className="stroke-line" strokeDasharray="2 3" />
        ))}
        <path
          d={draw(Array.from({ length: STEPS + 1 }, (_, i) => [i / STEPS, value(i / STEPS)])) ?? ""}
          fill="none"
          strokeWidth={2}
          className="stroke-act"
        />
        <circle ref={dot} r={5} className="pointer-events-none fill-chance" style={{ display: "none" }} />
        {curve.map((point, i) => (
          <circle
            // biome-ignore lint/suspicious/noArrayIndexKey: a point is its place in the row
            key={i}
            cx={x(point[0])}
            cy={y(point[1])}
            r={6.5}
            tabIndex={0}
            role="slider"
            aria-label={`Point ${i + 1} of ${curve.length}`}
            aria-valuemin={0}
            aria-valuemax={100}
            aria-valuenow={Math.round(point[1] * 100)}
            aria-valuetext={`${source} ${Math.round(point[0] * 100)} %, answer ${Math.round(point[1] * 100)} %`}
            className="cursor-grab fill-act stroke-2 stroke-raised"
            onPointerDown={(event) => event.currentTarget.setPointerCapture(event.pointerId)}
            onPointerMove={drag(i)}
            onPointerUp={onDone}
            onKeyDown={key(i)}
          />
        ))}
      </svg>
      <p className="text-[12px] text-soft">
        Double click adds a point, Delete removes one, arrows move it. Grey: where the main stroke’s signal was.
      </p>
    </div>
  );
}
