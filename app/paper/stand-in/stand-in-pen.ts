import type { Sample } from "@core/hand/sample";
import { z } from "zod";

/** How pressure goes along a stroke: as it is set, from nothing to it, down to nothing, or up and down again. */
export const ramps = ["even", "rises", "falls", "swells"] as const;

const share = z.number().min(0).max(1);
const degrees = z.number().min(0).max(360);

/** The signals of a pen for hands that have none: what a mouse is given while it draws. */
export const standInPenSchema = z.object({
  on: z.boolean(),
  pressure: share,
  tilt: share,
  lean: degrees,
  twist: degrees,
  ramp: z.enum(ramps),
  /** The px of way that a ramp takes. */
  over: z.number().min(20).max(2000),
});

export type StandInPen = z.infer<typeof standInPenSchema>;

export const usualStandInPen: StandInPen = {
  on: false,
  pressure: 0.6,
  tilt: 0.2,
  lean: 60,
  twist: 0,
  ramp: "even",
  over: 400,
};

/** What a ramp leaves of the pressure, px of way from its beginning. */
export function rampAt({ ramp, over }: Pick<StandInPen, "ramp" | "over">, way: number): number {
  const t = Math.min(1, way / over);
  if (ramp === "rises") return t;
  if (ramp === "falls") return 1 - t;
  return ramp === "swells" ? Math.sin(t * Math.PI) ** 2 : 1;
}

/** Gives the readings of a mouse or a finger what the stand-in pen says at that moment; those of a pen are left alone. */
export class StandInHand {
  private way = 0;
  private last: Sample | undefined;

  /** @param pen what it says now: it may change while one draws */
  constructor(private readonly pen: () => StandInPen) {}

  begin(): void {
    this.way = 0;
    this.last = undefined;
  }

  dress(samples: readonly Sample[]): readonly Sample[] {
    const pen = this.pen();
    if (!pen.on) return samples;
    const { pressure, tilt, lean, twist } = pen;
    return samples.map((sample) => {
      if (sample.pressure !== undefined) return sample;
      if (this.last) this.way += Math.hypot(sample.x - this.last.x, sample.y - this.last.y);
      this.last = sample;
      return { ...sample, pressure: pressure * rampAt(pen, this.way), tilt, lean: lean % 360, twist: twist % 360 };
    });
  }
}
