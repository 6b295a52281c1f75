import type { FrameStore } from "./frame-store";
import { type Place, panned, toPicture, turned, zoomed } from "./framing";

/** What the pointer does besides painting. */
export interface GestureTarget {
  /** The stroke under way was none: two fingers have come down. */
  penDrop(): void;
  /** A place of the picture was asked for its colour. */
  pick(place: Place): void;
  /** A straight line to a place of the picture from where the last stroke ended; absent where there are none. */
  lineTo?(place: Place): void;
  /** A line like the last straight one, from a place of the picture. */
  parallelFrom?(place: Place): void;
  /** The wheel was turned while one draws, up by so many steps; absent where that looks nearer, too. */
  wheelInStroke?(steps: number): boolean;
  /** The tip is sized by dragging: so many times as large as when the drag began. */
  size(times: number, begins: boolean): void;
}

/** The letter that makes dragging change the size, and how many px double it. */
const SIZE_KEY = "g";
const DOUBLES = 120;
/** The letter that makes a press a straight line, … */
const LINE_KEY = "i";
/** … and the one that makes it a parallel of the last straight line. */
const PARALLEL_KEY = "j";
const HELD = [" ", SIZE_KEY, LINE_KEY, PARALLEL_KEY];
/** A turn of a wheel by so many px doubles. */
const WHEEL = 360;
/** Two fingers turn the picture only when they have turned by so many degrees: most pinches are meant straight. */
const TWIST = 12;

type Drag =
  | { readonly kind: "pan"; readonly pointer: number; last: Place }
  | { readonly kind: "size"; readonly pointer: number; readonly from: number };

/**
 * Frames a picture by wheel, by dragging with Space or the middle button, and by two fingers, which turn it, too; sizes the tip with G held,
 * picks a colour with Alt. Hears before the pen does, and keeps from it what is not for it.
 * @param place the window; @param ratio px of the screen a px of the page
 * @returns what stops it
 */
export function followGestures(
  place: HTMLElement,
  frame: FrameStore,
  target: () => GestureTarget | undefined,
  ratio: () => number,
): () => void {
  const held = new Set<string>();
  const fingers = new Map<number, Place>();
  let drag: Drag | undefined;
  let pinching = false;
  /** How far two fingers have turned since they came down, degrees; then whether the picture turns with them. */
  let twist = 0;
  let turns = false;

  const placeOf = (event: MouseEvent): Place => {
    const box = place.getBoundingClientRect();
    return { x: (event.clientX - box.left) * ratio(), y: (event.clientY - box.top) * ratio() };
  };
  const stop = (event: Event) => {
    event.preventDefault();
    event.stopPropagation();
  };

  const wheel = (event: WheelEvent) => {
    event.preventDefault();
    if (event.buttons & 1 && target()?.wheelInStroke?.(-Math.sign(event.deltaY))) return;
    const lines = event.deltaMode === WheelEvent.DOM_DELTA_LINE ? 24 : 1;
    if (event.shiftKey) frame.set(panned(frame.get(), -(event.deltaX + event.deltaY) * lines * ratio(), 0));
    else {
      // A pinch on a touchpad comes as a wheel with Ctrl, in smaller steps.
      const by = -event.deltaY * lines * (event.ctrlKey ? 4 : 1);
      frame.set(zoomed(frame.get(), 2 ** (by / WHEEL), placeOf(event)));
    }
  };
  const down = (event: PointerEvent) => {
    if (event.pointerType === "touch") {
      fingers.set(event.pointerId, placeOf(event));
      if (fingers.size === 2) {
        target()?.penDrop();
        pinching = true;
        twist = 0;
        turns = false;
      }
      if (pinching) stop(event);
      return;
    }
    if (event.button === 1 || (event.button === 0 && held.has(" "))) {
      drag = { kind: "pan", pointer: event.pointerId, last: placeOf(event) };
    } else if (event.button === 0 && event.altKey) {
      target()?.pick(toPicture(frame.get(), placeOf(event)));
      stop(event);
      return;
    } else if (event.button === 0 && (held.has(LINE_KEY) || held.has(PARALLEL_KEY))) {
      const draw = held.has(LINE_KEY) ? target()?.lineTo : target()?.parallelFrom;
      if (!draw) return;
      draw(toPicture(frame.get(), placeOf(event)));
      stop(event);
      return;
    } else if (event.button === 0 && held.has(SIZE_KEY)) {
      drag = { kind: "size", pointer: event.pointerId, from: event.clientX };
      target()?.size(1, true);
    } else return;
    if (event.isTrusted) place.setPointerCapture(event.pointerId);
    stop(event);
  };
  const move = (event: PointerEvent) => {
    if (pinching && fingers.has(event.pointerId)) {
      pinch(event);
      stop(event);
    } else if (drag?.pointer === event.pointerId) {
      stop(event);
      if (drag.kind === "size") target()?.size(2 ** ((event.clientX - drag.from) / DOUBLES), false);
      else {
        const now = placeOf(event);
        frame.set(panned(frame.get(), now.x - drag.last.x, now.y - drag.last.y));
        drag.last = now;
      }
    }
  };
  const pinch = (event: PointerEvent) => {
    const before = [...fingers.values()];
    fingers.set(event.pointerId, placeOf(event));
    const after = [...fingers.values()];
    if (after.length !== 2) return;
    const [was, is] = [before, after].map(([p, q]) => ({
      x: (p.x + q.x) / 2,
      y: (p.y + q.y) / 2,
      apart: Math.max(1, Math.hypot(p.x - q.x, p.y - q.y)),
      turn: (Math.atan2(q.y - p.y, q.x - p.x) * 180) / Math.PI,
    }));
    const by = ((is.turn - was.turn + 540) % 360) - 180;
    twist += by;
    const next = zoomed(panned(frame.get(), is.x - was.x, is.y - was.y), is.apart / was.apart, is);
    frame.set(turns ? turned(next, by, is) : next);
    turns ||= Math.abs(twist) > TWIST;
  };
  const up = (event: PointerEvent) => {
    fingers.delete(event.pointerId);
    if (pinching) stop(event);
    if (fingers.size === 0) pinching = false;
    if (drag?.pointer === event.pointerId) {
      drag = undefined;
      stop(event);
    }
  };
  const key = (event: KeyboardEvent) => {
    const name = event.key.toLowerCase();
    if (!HELD.includes(name)) return;
    if (event.type === "keyup") held.delete(name);
    else if (!typing(event) && !event.ctrlKey && !event.metaKey) {
      held.add(name);
      if (name === " " && place.matches(":hover")) event.preventDefault();
    }
  };
  const forget = () => held.clear();

  place.addEventListener("wheel", wheel, { passive: false });
  place.addEventListener("pointerdown", down, { capture: true });
  place.addEventListener("pointermove", move, { capture: true });
  place.addEventListener("pointerup", up, { capture: true });
  place.addEventListener("pointercancel", up, { capture: true });
  addEventListener("keydown", key);
  addEventListener("keyup", key);
  addEventListener("blur", forget);
  return () => {
    place.removeEventListener("wheel", wheel);
    place.removeEventListener("pointerdown", down, { capture: true });
    place.removeEventListener("pointermove", move, { capture: true });
    place.removeEventListener("pointerup", up, { capture: true });
    place.removeEventListener("pointercancel", up, { capture: true });
    removeEventListener("keydown", key);
    removeEventListener("keyup", key);
    removeEventListener("blur", forget);
  };
}

/** Whether a key is meant for what is being written. */
export function typing({ target }: Event): boolean {
  if (!(target instanceof HTMLElement)) return false;
  if (target instanceof HTMLInputElement)
    return !["range", "checkbox", "radio", "color", "button"].includes(target.type);
  return target instanceof HTMLTextAreaElement || target instanceof HTMLSelectElement || target.isContentEditable;
}
