import { type Hand, REACH, type Sample } from "@core/hand/sample";
import { useEffect, useRef } from "react";
import { z } from "zod";
import { followPen } from "~/paper/follow-pen";
import { Button } from "~/ui/button";
import { counted } from "~/ui/words";

/** The most strokes of an own hand, and readings of all together. */
const MOST_STROKES = 12;
const MOST_READINGS = 6000;
const WIDTH = 900;
const HEIGHT = 150;

const share = z.number().min(0).max(1).optional();
const sampleSchema = z.object({
  x: z.number().min(-REACH).max(REACH),
  y: z.number().min(-REACH).max(REACH),
  time: z.number(),
  pressure: share,
  tilt: share,
  lean: z.number().optional(),
  twist: z.number().optional(),
});

/** An own hand as a browser has kept it. */
export const ownHandSchema = z.object({
  name: z.string().max(80),
  strokes: z.array(z.array(sampleSchema).min(1).max(MOST_READINGS)).min(1).max(MOST_STROKES),
});

interface Props {
  readonly hand: Hand | undefined;
  readonly onHand: (hand: Hand | undefined) => void;
}

/** A field on which one draws the strokes that all brushes then repeat. */
export function OwnHand({ hand, onHand }: Props) {
  const field = useRef<HTMLDivElement>(null);
  const line = useRef<SVGPolylineElement>(null);
  const now = useRef({ hand, onHand });
  useEffect(() => {
    now.current = { hand, onHand };
  }, [hand, onHand]);
  useEffect(() => {
    if (!field.current) return;
    let stroke: Sample[] = [];
    const show = () => line.current?.setAttribute("points", pointsOf(stroke));
    return followPen(
      field.current,
      {
        penDown: () => {
          stroke = [];
        },
        penMove: (samples) => {
          const kept = now.current.hand?.strokes.flat().length ?? 0;
          stroke.push(...samples.slice(0, Math.max(0, MOST_READINGS - kept - stroke.length)));
          show();
        },
        penUp: () => {
          const before = now.current.hand?.strokes ?? [];
          if (stroke.length > 0 && before.length < MOST_STROKES)
            now.current.onHand({ name: "own hand", strokes: [...before, stroke] });
          stroke = [];
          show();
        },
      },
      () => false,
      () => WIDTH,
    );
  }, []);
  const strokes = hand?.strokes ?? [];
  return (
    <section aria-label="Your own hand" className="mb-3 flex flex-wrap items-end gap-3">
      <div
        ref={field}
        className="sheet relative w-full max-w-[900px] touch-none border border-edge"
        style={{ aspectRatio: `${WIDTH} / ${HEIGHT}` }}
      >
        <svg
          viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
          role="img"
          aria-label={`Your hand, ${counted(strokes.length, "stroke", "strokes")}`}
          className="pointer-events-none size-full"
          fill="none"
          stroke="currentColor"
          strokeWidth={2}
          strokeLinecap="round"
          strokeLinejoin="round"
        >
          {strokes.map((stroke) => (
            <polyline key={stroke[0].time} points={pointsOf(stroke)} />
          ))}
          <polyline ref={line} />
        </svg>
        {strokes.length === 0 && (
          <p className="pointer-events-none absolute inset-0 grid place-items-center text-soft">
            draw here, with pen, mouse or finger: every brush repeats it
          </p>
        )}
      </div>
      <div className="flex items-center gap-2">
        <Button className="h-7" disabled={strokes.length === 0} onClick={() => onHand(undefined)}>
          Clear
        </Button>
        <p className="text-[13px] text-soft">
          {strokes.length >= MOST_STROKES
            ? "That is as many strokes as are repeated."
            : counted(strokes.length, "stroke", "strokes")}
        </p>
      </div>
    </section>
  );
}

/** A single reading shows as a dot: a line to itself. */
function pointsOf(stroke: readonly Sample[]): string {
  const all = stroke.length === 1 ? [stroke[0], stroke[0]] : stroke;
  return all.map(({ x, y }) => `${x.toFixed(1)},${y.toFixed(1)}`).join(" ");
}
