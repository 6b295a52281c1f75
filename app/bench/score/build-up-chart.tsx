import { coverageAfter, coverageByThumb, passesTo } from "@core/measure/build-up";
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";

const PASSES = 20;
const WIDTH = 300;
const HEIGHT = 84;
const LEFT = 34;
const x = scaleLinear([1, PASSES], [LEFT, WIDTH - 6]);
const y = scaleLinear([0, 1], [HEIGHT - 16, 6]);
const passes = Array.from({ length: PASSES }, (_, i) => i + 1);

/** Coverage after one to twenty strokes over the same place: as it is, and as painters reckon. @param coverage of one stroke, 0…1 */
export function BuildUpChart({ coverage }: { coverage: number | undefined }) {
  const drawn = (after: (n: number) => number) =>
    line<number>(
      (n) => x(n),
      (n) => y(after(n)),
    )(passes) ?? "";
  const enough = coverage === undefined ? undefined : passesTo(0.95, coverage);
  return (
    <section aria-label="Build-up" className="px-3.5 py-2.5">
      <h2 className="font-semibold font-serif text-base">Build-up</h2>
      {coverage === undefined || enough === undefined ? (
        <p className="text-soft">…</p>
      ) : (
        <>
          <svg
            viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
            role="img"
            aria-label={`Coverage after one to twenty strokes: ${said(coverage)}`}
            className="mt-1 w-full max-w-90"
          >
            {[0, 0.5, 1].map((share) => (
              <g key={share}>
                <path d={`M${LEFT},${y(share)}H${WIDTH - 6}`} className="stroke-line" />
                <text x={LEFT - 4} y={y(share) + 4} textAnchor="end" className="fill-soft font-mono text-[10.5px]">
                  {share * 100} %
                </text>
              </g>
            ))}
            {[1, 5, 10, 15, 20].map((n) => (
              <text key={n} x={x(n)} y={HEIGHT - 3} textAnchor="middle" className="fill-soft font-mono text-[10.5px]">
                {n}
              </text>
            ))}
            <path
              d={drawn((n) => coverageByThumb(n, coverage))}
              fill="none"
              className="stroke-soft"
              strokeDasharray="3 3"
            />
            <path d={drawn((n) => coverageAfter(n, coverage))} fill="none" strokeWidth={2} className="stroke-act" />
            {enough <= PASSES && (
              <circle cx={x(enough)} cy={y(coverageAfter(enough, coverage))} r={3.5} className="fill-act" />
            )}
          </svg>
          <p className="text-[13px]">
            {enough > 99
              ? "So little flows that 95 % is out of reach."
              : `${enough === 1 ? "One stroke covers" : `${enough} strokes cover`} 95 %.`}{" "}
            <span className="text-soft">
              Dashed: as painters reckon,{" "}
              {Math.ceil(0.95 / Math.max(coverage, 1e-6)) > 99 ? "many" : Math.ceil(0.95 / coverage)}.
            </span>
          </p>
        </>
      )}
    </section>
  );
}

function said(coverage: number): string {
  return [1, 5, 10, 20].map((n) => `${n}: ${Math.round(coverageAfter(n, coverage) * 100)} %`).join(", ");
}
