import { leanFromStance, stanceFromTilt } from "@core/hand/orient";
import type { Sample } from "@core/hand/sample";

/** What a pointer event says about the pen, in px of a canvas that shows `scale` px for one of the page's. */
export function sampleOf(event: PointerEvent, box: DOMRect, scale: number): Sample {
  const place = { x: (event.clientX - box.left) * scale, y: (event.clientY - box.top) * scale, time: event.timeStamp };
  // A mouse and a finger report constants for what they do not measure: brushes may name stand-ins for those.
  if (event.pointerType !== "pen") return place;
  return {
    ...place,
    pressure: event.pressure,
    ...leanFromStance(stanceFromTilt(event.tiltX, event.tiltY)),
    twist: event.twist,
  };
}

/** All readings that the browser gathered into one event, oldest first. */
export function samplesOf(event: PointerEvent, box: DOMRect, scale: number): Sample[] {
  const gathered = event.getCoalescedEvents?.() ?? [];
  return (gathered.length ? gathered : [event]).map((one) => sampleOf(one, box, scale));
}
