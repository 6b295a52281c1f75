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
 * @param width px of the window, of which readings are told
 * @param around where a stroke may begin; what else lies there has its own presses
 * @returns what stops it
 */
export function followPen(
  place: HTMLElement,
  engine: PenTarget,
  rests: () => boolean,
  width: () => number,
  around: HTMLElement = place,
): () => void {
  let active: number | undefined;
  /** The newest reading of the stroke. */
  let last: Sample | undefined;
  let resting: ReturnType<typeof setInterval> | undefined;
  const read = (event: PointerEvent) => {
    const box = place.getBoundingClientRect();
    return samplesOf(event, box, width() / box.width);
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
    if (around !== place && event.target !== place && event.target !== around) return;
    event.preventDefault();
    // What was typed is taken, and keys are keys again: without the press's own doing the field would keep the focus.
    if (document.activeElement instanceof HTMLElement && document.activeElement !== document.body)
      document.activeElement.blur();
    active = event.pointerId;
    // A pen that is gone already cannot be captured; its strokes end at its edge then.
    if (event.isTrusted) around.setPointerCapture(event.pointerId);
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
  for (const [name, listen] of listeners) around.addEventListener(name, listen as EventListener);
  return () => {
    clearInterval(resting);
    for (const [name, listen] of listeners) around.removeEventListener(name, listen as EventListener);
  };
}
