import type { Sample } from "@core/hand/sample";
import { type Framing, toPicture } from "./framing";

/** A reading of the pen in the window as it is on the picture: places and directions turn with it. */
export function onPicture(framing: Framing, sample: Sample): Sample {
  const { turn, mirrored } = framing;
  // Directions are counter-clockwise from the right as seen, the picture’s turn is clockwise.
  const direction = (degrees: number) => {
    const straight = degrees + turn;
    return (((mirrored ? 180 - straight : straight) % 360) + 360) % 360;
  };
  const rotation = (degrees: number) => {
    const straight = degrees + turn;
    return (((mirrored ? -straight : straight) % 360) + 360) % 360;
  };
  return {
    ...sample,
    ...toPicture(framing, sample),
    ...(sample.lean === undefined ? {} : { lean: direction(sample.lean) }),
    ...(sample.twist === undefined ? {} : { twist: rotation(sample.twist) }),
  };
}
