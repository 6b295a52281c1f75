import { parseBrush } from "@core/brush";
import { STEPS } from "@core/stroke/laying/water/wash";
import { unlessSmall } from "./small";
import { strokeWork } from "./stroke";
import { bestOfTurns } from "./timing";

/** How quickly water dries, steps a second of all that is done for it, on a wet region of 1000×1000 px. */
export interface WashSpeed {
  readonly oneColour: number;
  readonly colours: number;
}

/** One dab of a square tip of 1000 px, wet and dry, in one colour and in colours of its own. */
export function measureWash(): WashSpeed {
  const brush = (water: number, response: readonly object[] = []) =>
    parseBrush({
      level: 1,
      name: "perf",
      tip: { shape: { kind: "rectangle" }, size: unlessSmall(1000, 60) },
      paint: { water, opacity: 0.5 },
      responses: response,
    });
  const dab = [
    { x: 1024, y: 1024, time: 0, pressure: 1 },
    { x: 1025, y: 1024, time: 10, pressure: 1 },
  ];
  const hue = [{ quality: "hue", source: "chance", low: -20, high: 20 }];
  const works = [brush(0), brush(1), brush(0, hue), brush(1, hue)].map((value) => strokeWork(value, dab));
  const [dry, wet, dryColours, wetColours] = bestOfTurns(2, works);
  const perSecond = (ms: number) => (1000 * STEPS) / ms;
  return { oneColour: perSecond(wet - dry), colours: perSecond(wetColours - dryColours) };
}
