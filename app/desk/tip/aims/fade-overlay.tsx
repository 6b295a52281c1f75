import type { Fade } from "@core/desk/tip/fade";
import { useId } from "react";

/** How many steps the eased way is shown in. */
const STEPS = 8;

/** A look at a fade on the sheet: what goes is paled, its line and its ends are drawn. @param scale px of the page for one of the sheet */
export function FadeOverlay({
  fade,
  width,
  height,
  scale,
}: {
  readonly fade: Fade;
  readonly width: number;
  readonly height: number;
  readonly scale: number;
}) {
  const id = useId();
  const { shape, x0, y0, x1, y1, full, turned } = fade;
  const radius = Math.hypot(x1 - x0, y1 - y0);
  const stops = Array.from({ length: STEPS + 1 }, (_, n) => {
    const t = n / STEPS;
    const gone = t * t * (3 - 2 * t);
    return (
      <stop key={t} offset={full + (1 - full) * t} stopColor="white" stopOpacity={0.92 * (turned ? 1 - gone : gone)} />
    );
  });
  const units = "userSpaceOnUse";
  return (
    <g aria-hidden>
      <defs>
        {shape === "straight" ? (
          <linearGradient id={id} gradientUnits={units} x1={x0} y1={y0} x2={x1} y2={y1}>
            {stops}
          </linearGradient>
        ) : (
          <radialGradient id={id} gradientUnits={units} cx={x0} cy={y0} r={Math.max(1e-3, radius)}>
            {stops}
          </radialGradient>
        )}
      </defs>
      <rect width={width} height={height} fill={`url(#${id})`} />
      <g className="fill-none stroke-act" strokeWidth={1.5 / scale}>
        <path d={`M${x0},${y0}L${x1},${y1}`} />
        <circle cx={x0} cy={y0} r={4 / scale} className="fill-act" />
        <circle cx={x1} cy={y1} r={4 / scale} className="fill-white" />
        {shape === "round" && <circle cx={x0} cy={y0} r={radius} strokeDasharray={`${5 / scale}`} />}
      </g>
    </g>
  );
}
