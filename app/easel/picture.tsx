import type { Sample } from "@core/hand/sample";
import type { StudySheetSize } from "@core/study/model";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { followPen } from "~/paper/follow-pen";
import type { FrameStore } from "~/paper/window/frame-store";
import { fitted } from "~/paper/window/framing";
import { followGestures, type GestureTarget } from "~/paper/window/gestures";
import { onPicture } from "~/paper/window/pen-on-picture";
import { EaselEngine } from "./engine/client";
import type { Instrument } from "./engine/protocol";

/** Who paints on the picture. */
export interface PictureTarget extends GestureTarget {
  penDown(): void;
  penMove(samples: readonly Sample[]): void;
  penUp(): void;
  /** Whether the brush goes on laying marks while the pen stands still. */
  rests(): boolean;
}

interface Props {
  readonly label: string;
  readonly sheet: StudySheetSize;
  readonly instruments: readonly Instrument[];
  readonly frame: FrameStore;
  /** None while one only looks on. */
  readonly target: PictureTarget | undefined;
  /** Is given the engine that paints. @returns what lets go of it */
  readonly onEngine: (engine: EaselEngine) => () => void;
  readonly children?: ReactNode;
}

/** A picture in its window: painted on with pen, mouse and finger, looked at from near and far. */
export function EaselPicture(props: Props) {
  const { label, frame, target, children } = props;
  const place = useRef<HTMLDivElement>(null);
  const newest = useRef(props);
  newest.current = props;
  const [fault, setFault] = useState<string>();

  // The canvas is made here and not by React: it can be handed to a worker only once.
  useEffect(() => {
    const window_ = place.current;
    if (!window_) return;
    return standPicture(window_, frame, () => newest.current, setFault);
  }, [frame]);

  return (
    <div className="relative size-full min-h-0 overflow-hidden">
      <div
        ref={place}
        role="img"
        aria-label={label}
        className={`absolute inset-0 overflow-hidden ${target ? "touch-none" : ""}`}
      />
      {children}
      {fault && (
        <p
          role="alert"
          className="absolute inset-x-0 top-1/3 mx-auto w-fit rounded-md border border-danger bg-raised px-4 py-2 text-danger"
        >
          The engine stopped: {fault}. Reload the page; what you painted is kept.
        </p>
      )}
    </div>
  );
}

/** Stands a canvas with its engine in a window and follows its size. @returns what takes it away */
function standPicture(
  place: HTMLElement,
  frame: FrameStore,
  props: () => Props,
  onTrouble: (fault: string) => void,
): () => void {
  const ratio = () => window.devicePixelRatio || 1;
  const canvas = document.createElement("canvas");
  // Whether fingers scroll the page is for the window about it to say.
  canvas.className = "absolute top-0 left-0 size-full";
  canvas.tabIndex = -1;
  canvas.setAttribute("aria-hidden", "true");
  place.prepend(canvas);
  const { sheet, instruments } = props();
  const engine = new EaselEngine(canvas, sheet, instruments, onTrouble);
  const measured = () => ({
    width: Math.max(1, Math.round(place.clientWidth * ratio())),
    height: Math.max(1, Math.round(place.clientHeight * ratio())),
  });
  const stopFrame = frame.subscribe(() => engine.frame(frame.get()));
  frame.set(fitted({ ...frame.get(), ...measured() }, sheet));
  const letGo = props().onEngine(engine);
  const pen = {
    penDown: () => props().target?.penDown(),
    penMove: (samples: readonly Sample[]) =>
      props().target?.penMove(samples.map((sample) => onPicture(frame.get(), sample))),
    penUp: () => props().target?.penUp(),
  };
  const stopGestures = followGestures(place, frame, () => props().target, ratio);
  const stopPen = followPen(
    canvas,
    pen,
    () => props().target?.rests() ?? false,
    () => frame.get().width,
  );
  const observer = new ResizeObserver(() => {
    const now = measured();
    const before = frame.get();
    if (now.width === before.width && now.height === before.height) return;
    const wasFitted = fitted(before, sheet).zoom === before.zoom;
    const next = { ...before, ...now };
    frame.set(wasFitted ? { ...fitted(next, sheet), mirrored: before.mirrored } : next);
  });
  observer.observe(place);
  return () => {
    observer.disconnect();
    stopPen();
    stopGestures();
    stopFrame();
    letGo();
    engine.close();
    canvas.remove();
  };
}
