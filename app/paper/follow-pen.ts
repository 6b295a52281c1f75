import type { Sample } from "@core/hand/sample";
import { samplesOf } from "./pen";
import { tellPen } from "./pen-signals";

/** Who paints what a pen does. */
export interface PenTarget {
  penDown(): void;
  penMove(samples: readonly Sample[]): void;
  penUp(): void;
}

/** How often a resting pen is read again, ms: browsers say nothing while it does not move. */
const REST = 16;

/**
 * Sends one pointer's readings to the engine, from its contact until it leaves; further ones (a palm) are left out.
 * @param rests whether the brush goes on laying marks while the pen stands still
 * @param mirrored whether the canvas is shown left for right
 * @param width px of the canvas, where its element does not know
 * @returns what stops it
 */
export function followPen(
  canvas: HTMLCanvasElement,
  engine: PenTarget,
  rests: () => boolean,
  mirrored: () => boolean,
  width: () => number = () => canvas.width,
): () => void {
  let active: number | undefined;
  /** The newest reading of the stroke. */
  let last: Sample | undefined;
  let resting: ReturnType<typeof setInterval> | undefined;
  const read = (event: PointerEvent) => {
    const box = canvas.getBoundingClientRect();
    const samples = samplesOf(event, box, width() / box.width);
    return mirrored() ? samples.map((sample) => mirror(sample, width())) : samples;
  };
  const send = (event: PointerEvent) => {
    const samples = read(event);
    engine.penMove(samples);
    const newest = samples[samples.length - 1];
    tellPen(newest, last);
    last = newest;
    clearInterval(resting);
    if (!rests()) return;
    const heard = performance.now();
    resting = setInterval(() => engine.penMove([{ ...newest, time: newest.time + performance.now() - heard }]), REST);
  };
  const down = (event: PointerEvent) => {
    // A key may have given the press another meaning.
    if (active !== undefined || event.button !== 0 || event.defaultPrevented) return;
    event.preventDefault();
    active = event.pointerId;
    // A pen that is gone already cannot be captured; its strokes end at the canvas's edge then.
    if (event.isTrusted) canvas.setPointerCapture(event.pointerId);
    last = undefined;
    engine.penDown();
    send(event);
  };
  const move = (event: PointerEvent) => {
    if (event.pointerId === active) send(event);
  };
  const up = (event: PointerEvent) => {
    if (event.pointerId !== active) return;
    active = undefined;
    clearInterval(resting);
    engine.penUp();
  };
  const listeners: [keyof HTMLElementEventMap, (event: PointerEvent) => void][] = [
    ["pointerdown", down],
    ["pointermove", move],
    ["pointerup", up],
    ["pointercancel", up],
  ];
  for (const [name, listen] of listeners) canvas.addEventListener(name, listen as EventListener);
  return () => {
    clearInterval(resting);
    for (const [name, listen] of listeners) canvas.removeEventListener(name, listen as EventListener);
  };
}

/** A reading as it would be on a sheet seen the right way round: directions turn over with the place. */
function mirror(sample: Sample, width: number): Sample {
  const turned = (degrees: number | undefined) => (degrees === undefined ? undefined : (540 - degrees) % 360);
  return {
    ...sample,
    x: width - sample.x,
    lean: turned(sample.lean),
    twist: sample.twist === undefined ? undefined : (360 - sample.twist) % 360,
  };
}
