import { z } from "zod";

const level = z.enum(["none", "speed", "slowness"]).default("none");
const direction = z.enum(["none", "heading"]).default("none");

/** What a brush takes for a signal that the painter's pen does not have. */
export const standInsSchema = z.strictObject({
  /** speed: quick is heavy; slowness: quick is light. */
  pressure: level,
  tilt: level,
  lean: direction,
  twist: direction,
});

export type StandIns = z.infer<typeof standInsSchema>;

/** The signals that may be missing. */
export type MayMiss = keyof StandIns;

/** A signal for which a brush names something else. */
export interface NamedStandIn {
  readonly name: MayMiss;
  readonly kind: StandIns[MayMiss];
}

/** The signals for which a brush names something else; most brushes name none. */
export function namedStandIns(standIns: StandIns): readonly NamedStandIn[] {
  return (Object.keys(standIns) as MayMiss[])
    .map((name) => ({ name, kind: standIns[name] }))
    .filter(({ kind }) => kind !== "none");
}

/**
 * The value that stands in for a missing signal.
 * @param kind what the brush names @param usual what is taken without a stand-in
 * @param speed 0…1 of the brush's full speed @param heading degrees
 */
export function standIn(kind: StandIns[MayMiss], usual: number, speed: number, heading: number): number {
  if (kind === "speed") return speed;
  if (kind === "slowness") return 1 - speed;
  return kind === "heading" ? heading : usual;
}
