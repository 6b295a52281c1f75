import type { Brush } from "@core/brush";
import { proofsOn } from "@core/hand/proof";
import type { Sample } from "@core/hand/sample";
import { type ReactNode, type Ref, useEffect, useImperativeHandle, useRef, useState } from "react";
import { Engine } from "~/engine/client";
import type { OwnLayers } from "~/engine/own-layers";
import { type PaperManner, type Tell, usualColours } from "~/engine/protocol";
import { followPen } from "./follow-pen";

/** What others can ask of a paper. */
export interface PaperHandle {
  /** Begins with the brush that comes next, where the paper shows the one before it. */
  ahead(before: Brush, next: Brush): void;
  takeBack(): void;
  clear(): void;
  refill(): void;
  /** Fills the chosen own layer with the ink, or empties it. */
  fill(empties: boolean): void;
  /** Asks for what is painted, without the paper. */
  painted(): void;
  /** Asks for all layers as a file. */
  layered(): void;
  /** Asks for the outline of a brush's tip. */
  outline(brush: Brush): void;
  /** Asks for the colour of one of its px. */
  pick(x: number, y: number): void;
  /** The newest own stroke, in px; none while there is none. */
  lastStroke(): readonly Sample[] | undefined;
  /** Asks for the same strokes with several brushes; answers with the turn their pictures will name. */
  strip(brushes: readonly Brush[], width: number, height: number): number;
  vignettes(brush: Brush, width: number, height: number): void;
}

interface Props {
  readonly brush: Brush;
  /** Whether proof strokes are drawn below the painter's own. */
  readonly proofs: boolean;
  readonly label: string;
  readonly manner?: PaperManner;
  readonly layers?: OwnLayers;
  /** Whether it is looked at in a mirror. */
  readonly mirrored?: boolean;
  /** How many times as large as it is the paper is shown. */
  readonly zoom?: number;
  readonly onTell?: (tell: Tell) => void;
  /** Is told the paper's size in its own pixels, whenever that changes. */
  readonly onSize?: (size: { readonly width: number; readonly height: number }) => void;
  readonly handle?: Ref<PaperHandle>;
  readonly children?: ReactNode;
}

/** A paper that fills its place and can be drawn on anywhere with pen, mouse and finger. The engine paints in a worker. */
export function PaperSheet({
  brush,
  proofs,
  label,
  manner,
  layers,
  mirrored = false,
  zoom = 1,
  onTell,
  onSize,
  handle,
  children,
}: Props) {
  const place = useRef<HTMLDivElement>(null);
  const engine = useRef<Engine>(undefined);
  const hear = useRef(onTell);
  hear.current = onTell;
  const sized = useRef(onSize);
  sized.current = onSize;
  const flipped = useRef(mirrored);
  flipped.current = mirrored;
  const last = useRef<readonly Sample[]>(undefined);
  /** The brush that the engine was given last. */
  const asked = useRef<Brush>(undefined);
  const resting = useRef(false);
  resting.current = brush.trail.perSecond > 0;
  const [size, setSize] = useState({ width: 0, height: 0 });
  const [fault, setFault] = useState<string>();

  // The canvas is made here and not by React: it can be handed to a worker only once.
  useEffect(() => {
    const sheet = place.current;
    if (!sheet) return;
    const canvas = document.createElement("canvas");
    canvas.className = "absolute top-0 left-0 touch-none";
    canvas.tabIndex = -1;
    canvas.setAttribute("aria-hidden", "true");
    const { width, height } = pixelsOf(sheet);
    canvas.width = width;
    canvas.height = height;
    sizeCanvas(canvas, width, height);
    sheet.prepend(canvas);
    const made = new Engine(canvas, usualColours, proofs, (tell) => {
      if (tell.kind === "fault") setFault(tell.message);
      hear.current?.(tell);
      report(tell);
    });
    engine.current = made;
    setSize({ width: sheet.clientWidth, height: sheet.clientHeight });
    sized.current?.({ width, height });
    const stopPen = followPen(
      canvas,
      made,
      () => resting.current,
      () => flipped.current,
      (samples) => {
        last.current = samples;
      },
    );
    let known = { width, height };
    const observer = new ResizeObserver(() => {
      const now = pixelsOf(sheet);
      if (now.width === known.width && now.height === known.height) return;
      known = now;
      made.resize(now.width, now.height);
      sizeCanvas(canvas, now.width, now.height);
      setSize({ width: sheet.clientWidth, height: sheet.clientHeight });
      sized.current?.(now);
    });
    observer.observe(sheet);
    return () => {
      observer.disconnect();
      stopPen();
      made.close();
      canvas.remove();
      engine.current = undefined;
      asked.current = undefined;
    };
  }, [proofs]);

  useEffect(() => {
    if (brush !== asked.current) engine.current?.setBrush(brush);
    asked.current = brush;
  }, [brush]);

  useEffect(() => {
    if (manner) engine.current?.setManner(manner);
  }, [manner]);

  useEffect(() => {
    if (layers) engine.current?.setLayers(layers);
  }, [layers]);

  useEffect(() => {
    const canvas = place.current?.querySelector("canvas");
    if (!canvas) return;
    canvas.style.transformOrigin = "0 0";
    canvas.style.transform = mirrored
      ? `translateX(${zoom * 100}%) scale(${-zoom}, ${zoom})`
      : zoom === 1
        ? ""
        : `scale(${zoom})`;
    canvas.style.imageRendering = zoom > 1 ? "pixelated" : "";
  }, [mirrored, zoom]);

  useImperativeHandle(handle, () => ({
    ahead: (before, next) => {
      if (asked.current !== before || !engine.current) return;
      asked.current = next;
      engine.current.setBrush(next);
    },
    takeBack: () => engine.current?.takeBack(),
    strip: (brushes, width, height) => engine.current?.strip(brushes, width, height) ?? 0,
    refill: () => engine.current?.refill(),
    fill: (empties) => engine.current?.fill(empties),
    painted: () => engine.current?.painted(),
    layered: () => engine.current?.layered(),
    outline: (value) => engine.current?.outline(value),
    pick: (x, y) => engine.current?.pick(x, y),
    lastStroke: () => last.current,
    clear: () => engine.current?.clear(),
    vignettes: (value, width, height) => engine.current?.vignettes(value, width, height),
  }));

  return (
    <div className="relative size-full overflow-hidden">
      <div
        ref={place}
        role="img"
        aria-label={label}
        className={`sheet absolute inset-0 ${zoom > 1 ? "overflow-auto" : "overflow-hidden"}`}
      >
        {proofs &&
          zoom === 1 &&
          size.width > 0 &&
          proofsOn(size.width, size.height, manner?.proofs, manner?.hand).map(({ label: name, room }, n) => (
            <span
              key={name}
              className="pointer-events-none absolute text-[12px] text-soft"
              style={
                n === 0
                  ? { left: 16, top: 8 }
                  : {
                      [mirrored ? "right" : "left"]: room.left,
                      top: Math.min(size.height - 22, room.top + room.height + size.height * 0.045),
                    }
              }
            >
              {name}
            </span>
          ))}
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

/** Lets measurements and tests know what the engine has done. */
function report(tell: Tell): void {
  if (tell.kind === "begun" || tell.kind === "proofed" || tell.kind === "shown")
    dispatchEvent(new CustomEvent("brosse:engine", { detail: tell }));
}
