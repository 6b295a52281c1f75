import type { StandInPen } from "~/paper/stand-in/stand-in-pen";

const R = 11;
/** The way round the dial. */
const ROUND = 2 * Math.PI * R;

/** What the stand-in pen says, beside the pointer: pressure round the rim, lean as a hand as long as the pen is tilted. */
export function PenDial({ pen: { pressure, tilt, lean } }: { readonly pen: StandInPen }) {
  const angle = (-lean * Math.PI) / 180;
  const hand = R * (0.25 + 0.75 * tilt);
  return (
    <g transform="translate(26, 26)">
      <circle r={R + 3} fill="var(--raised)" stroke="var(--edge)" />
      <circle
        r={R}
        fill="none"
        stroke="var(--act)"
        strokeWidth={3}
        strokeDasharray={`${ROUND * pressure} ${ROUND}`}
        transform="rotate(-90)"
      />
      <line x2={hand * Math.cos(angle)} y2={hand * Math.sin(angle)} stroke="var(--ink)" strokeWidth={1.5} />
    </g>
  );
}
