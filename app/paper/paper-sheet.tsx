import { CAPTIONS_TOP, type MainHand, type ProofName, proofsOn } from "@core/hand/proof";
import type { Sample } from "@core/hand/sample";
import { type ReactNode, useEffect, useRef, useState, useSyncExternalStore } from "react";
import { Engine } from "~/engine/client";
import { usualColours } from "~/engine/protocol";
import { followPen } from "./follow-pen";
import type { StandInHand } from "./stand-in/stand-in-pen";
import { FrameStore } from "./window/frame-store";
import { type Framing, isUpright, matrixOf, upright } from "./window/framing";
import { onPicture } from "./window/pen-on-picture";

/** The proofs whose names are written on the paper. */
export interface ProofNames {
  readonly proofs: readonly ProofName[];
  readonly hand: MainHand;
  /** The brush's size, px: large ones are drawn smaller, and the names say so. */
  readonly size: number;
}

interface Props {
  readonly label: string;
  /** Which proof strokes are drawn below the painter's own; none where there are none. */
  readonly proofs?: ProofNames;
  /** Whether the proofs' names are written beside them. */
  readonly named?: boolean;
  /** Whether the brush goes on laying marks while the pen stands still. */
  readonly rests: boolean;
  /** How it is looked at; as it lies, where nothing is said. */
  readonly frame?: FrameStore;
  /** What gives hands that have no pen its signals. */
  readonly standIn?: StandInHand;
  /** Is given the engine that paints on the paper. @returns what lets go of it */
  readonly onEngine: (engine: Engine) => () => void;
  /** Is told the paper's size in its own pixels, whenever that changes. */
  readonly onSize?: (size: { readonly width: number; readonly height: number }) => void;
  readonly children?: ReactNode;
}

/** A paper that fills its place and can be drawn on anywhere with pen, mouse and finger. The engine paints in a worker. */
export function PaperSheet(props: Props) {
  const { label, proofs, named = true, children } = props;
  const [own] = useState(() => new FrameStore());
  const frame = props.frame ?? own;
  const framing = useSyncExternalStore(frame.subscribe, frame.get, frame.get);
  const place = useRef<HTMLDivElement>(null);
  const newest = useRef(props);
  newest.current = props;
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [fault, setFault] = useState<string>();
  const proofed = proofs !== undefined;

  // The canvas is made here and not by React: it can be handed to a worker only once.
  useEffect(() => {
    const sheet = place.current;
    if (!sheet) return;
    return layPaper(sheet, {
      proofed,
      rests: () => newest.current.rests,
      frame,
      standIn: () => newest.current.standIn,
      onEngine: (engine) => newest.current.onEngine(engine),
      onSize: (pixels) => {
        setSize({ width: sheet.clientWidth, height: sheet.clientHeight });
        newest.current.onSize?.(pixels);
      },
      onTrouble: setFault,
    });
  }, [proofed, frame]);

  return (
    <div className="relative size-full overflow-hidden">
      <div
        ref={place}
        role="img"
        aria-label={label}
        className={`absolute inset-0 touch-none overflow-hidden ${isUpright(framing) ? "sheet" : "bg-line"}`}
      >
        {proofs && named && isUpright(framing) && size.width > 0 && <ProofLabels {...proofs} {...size} />}
      </div>
      {fault && (
        <p
          role="alert"
          className="absolute inset-x-0 top-1/3 mx-auto w-fit rounded-md border border-danger bg-raised px-4 py-2 text-danger"
        >
          The engine stopped: {fault}. Reload the page; what you saved is safe.
        </p>
      )}
      {children}
    </div>
  );
}

/** The names of the proofs, each above or below its strokes. */
function ProofLabels({
  proofs,
  hand,
  size,
  width,
  height,
}: ProofNames & { readonly width: number; readonly height: number }) {
  return proofsOn(width, height, proofs, hand, size).map(({ label, room }, n) => (
    <span
      key={label}
      className="pointer-events-none absolute rounded bg-raised/85 px-1 text-[12px] text-soft"
      style={
        n === 0
          ? { left: 16, top: 8 }
          : {
              left: room.left,
              top: Math.min(height - 20, height * CAPTIONS_TOP),
            }
      }
    >
      {label}
    </span>
  ));
}

interface Laying {
  readonly proofed: boolean;
  readonly rests: () => boolean;
  readonly frame: FrameStore;
  readonly standIn: () => StandInHand | undefined;
  readonly onEngine: (engine: Engine) => () => void;
  readonly onSize: (size: { readonly width: number; readonly height: number }) => void;
  readonly onTrouble: (fault: string) => void;
}

/** Lays a canvas with its engine into a place and follows its size. @returns what takes it away */
function layPaper(
  sheet: HTMLElement,
  { proofed, rests, frame, standIn, onEngine, onSize, onTrouble }: Laying,
): () => void {
  const canvas = document.createElement("canvas");
  canvas.className = "absolute top-0 left-0 touch-none";
  canvas.tabIndex = -1;
  canvas.setAttribute("aria-hidden", "true");
  let known = pixelsOf(sheet);
  canvas.width = known.width;
  canvas.height = known.height;
  sizeCanvas(canvas, known.width, known.height);
  sheet.prepend(canvas);
  const engine = new Engine(canvas, usualColours, proofed, onTrouble);
  const letGo = onEngine(engine);
  onSize(known);
  frame.set(upright({ ...frame.get(), ...known }));
  const look = () => lookAt(canvas, frame.get());
  const stopFrame = frame.subscribe(look);
  const pen = {
    penDown: () => {
      standIn()?.begin();
      engine.penDown();
    },
    penMove: (samples: readonly Sample[]) => {
      const placed = samples.map((sample) => onPicture(frame.get(), sample));
      engine.penMove(standIn()?.dress(placed) ?? placed);
    },
    penUp: () => engine.penUp(),
  };
  const stopPen = followPen(sheet, pen, rests, () => known.width);
  const observer = new ResizeObserver(() => {
    const now = pixelsOf(sheet);
    if (now.width === known.width && now.height === known.height) return;
    // What was seen stays where it was, from the window's upper left corner on.
    const before = frame.get();
    const [right, down] = [(now.width - known.width) / 2, (now.height - known.height) / 2];
    const turn = onPicture({ ...before, x: 0, y: 0, width: 0, height: 0 }, { x: right, y: down, time: 0 });
    known = now;
    frame.set({ ...before, ...now, x: before.x + turn.x, y: before.y + turn.y });
    engine.resize(now.width, now.height);
    sizeCanvas(canvas, now.width, now.height);
    onSize(now);
  });
  observer.observe(sheet);
  return () => {
    observer.disconnect();
    stopPen();
    stopFrame();
    letGo();
    engine.close();
    canvas.remove();
  };
}

/** Shows a canvas as it is framed. */
function lookAt(canvas: HTMLCanvasElement, framing: Framing): void {
  const ratio = window.devicePixelRatio || 1;
  const [a, b, c, d, e, f] = matrixOf(framing);
  canvas.style.transformOrigin = "0 0";
  canvas.style.transform = isUpright(framing) ? "" : `matrix(${a}, ${b}, ${c}, ${d}, ${e / ratio}, ${f / ratio})`;
  canvas.style.imageRendering = framing.zoom >= 2 ? "pixelated" : "";
}

function pixelsOf(sheet: HTMLElement): { width: number; height: number } {
  const ratio = window.devicePixelRatio || 1;
  return {
    width: Math.max(1, Math.floor(sheet.clientWidth * ratio)),
    height: Math.max(1, Math.floor(sheet.clientHeight * ratio)),
  };
}

/** Shows one pixel of the canvas on one of the screen: a paper is never stretched. */
function sizeCanvas(canvas: HTMLCanvasElement, width: number, height: number): void {
  const ratio = window.devicePixelRatio || 1;
  canvas.style.width = `${width / ratio}px`;
  canvas.style.height = `${height / ratio}px`;
}
