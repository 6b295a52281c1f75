import type { Counted, CountedDay } from "@server/outlet/counts";
import { scaleLinear, scaleUtc } from "d3-scale";

const WIDTH = 300;
const HEIGHT = 84;
const FOOT = 14;
const DAYS = 30;
const MS_A_DAY = 86_400_000;

/** What is counted, with its name, and its shade. */
const series: readonly { readonly what: Counted; readonly name: string; readonly shade: string }[] = [
  { what: "takes", name: "taken", shade: "fill-act" },
  { what: "downloads", name: "downloaded", shade: "fill-act opacity-55" },
  { what: "tries", name: "tried on the pad", shade: "fill-soft opacity-40" },
];

/** How often a set's editions were taken, downloaded and tried, day by day; of whom is not kept. */
export function DaysChart({ days }: { readonly days: readonly CountedDay[] }) {
  const total = (what: Counted) => days.reduce((sum, one) => sum + one[what], 0);
  const newest = days.at(-1)?.day;
  const end = new Date(newest ? Date.parse(newest) : 0);
  const x = scaleUtc()
    .domain([new Date(end.getTime() - (DAYS - 1) * MS_A_DAY), new Date(end.getTime() + MS_A_DAY)])
    .range([0, WIDTH]);
  const most = Math.max(1, ...days.map((one) => series.reduce((sum, { what }) => sum + one[what], 0)));
  const y = scaleLinear()
    .domain([0, most])
    .range([0, HEIGHT - FOOT]);
  const wide = WIDTH / DAYS - 1.5;
  return (
    <section aria-labelledby="days" className="space-y-1.5 rounded-lg border border-line bg-panel p-4">
      <h2 id="days" className="font-semibold font-serif text-base">
        In the last thirty days
      </h2>
      <p className="flex flex-wrap gap-x-3 text-[13px]">
        {series.map(({ what, name, shade }) => (
          <span key={what} className="flex items-center gap-1.5">
            <svg viewBox="0 0 10 10" aria-hidden className="size-2.5">
              <rect width={10} height={10} className={shade} />
            </svg>
            {total(what)} {name}
          </span>
        ))}
      </p>
      {days.length > 0 && (
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} role="img" aria-label={`By day, ${most} at most`} className="w-full">
          {days.map((one) => {
            let below = 0;
            return series.map(({ what, shade }) => {
              const high = y(one[what]);
              const top = HEIGHT - FOOT - below - high;
              below += high;
              return (
                <rect
                  key={`${one.day} ${what}`}
                  x={x(new Date(one.day))}
                  y={top}
                  width={wide}
                  height={high}
                  className={shade}
                >
                  <title>{`${one.day}: ${one[what]} ${what}`}</title>
                </rect>
              );
            });
          })}
          <line x1={0} x2={WIDTH} y1={HEIGHT - FOOT} y2={HEIGHT - FOOT} className="stroke-line" />
          <text x={WIDTH} y={HEIGHT - 3} textAnchor="end" className="fill-soft text-[9px]">
            {newest}
          </text>
        </svg>
      )}
    </section>
  );
}
