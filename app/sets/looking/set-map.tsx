import { type Axis, axes, axisNames, emptyRegions } from "@core/measure/map";
import type { ShelfRow } from "@server/shelf/find";
import { scaleLinear, scaleSqrt } from "d3-scale";
import { useState } from "react";
import { Link } from "react-router";
import { LiveStrip } from "~/measuring/live-strip";
import { box } from "~/ui/settings/box";
import type { Pair } from "./use-looking";

const WIDTH = 660;
const HEIGHT = 290;
const EDGE = { left: 22, right: 130, top: 16, bottom: 22 };
const x = scaleLinear([0, 1], [EDGE.left, WIDTH - EDGE.right]);
const y = scaleLinear([0, 1], [HEIGHT - EDGE.bottom, EDGE.top]);
/** As wide as it paints: the area of a circle is the width of the brush. */
const radius = scaleSqrt([0, 200], [3, 20]).clamp(true);
/** The most empty regions that are named. */
const REGIONS = 2;

/** The brushes of a set where they lie by two measures; those that are nearly alike are joined, what is missing is named. */
export function SetMap({ members, pairs }: { readonly members: readonly ShelfRow[]; readonly pairs: readonly Pair[] }) {
  const [across, setAcross] = useState<Axis>("edge");
  const [up, setUp] = useState<Axis>("texture");
  const [chosen, setChosen] = useState<readonly string[]>([]);
  const placed = members.flatMap(({ id, brush, judgement }) =>
    judgement
      ? [
          {
            id,
            brush,
            x: x(axes[across].at(judgement.measured)),
            y: y(axes[up].at(judgement.measured)),
            r: radius(judgement.measured.width),
            measured: judgement.measured,
          },
        ]
      : [],
  );
  const byId = new Map(placed.map((one) => [one.id, one]));
  const regions =
    placed.length < 4
      ? []
      : emptyRegions(
          placed.map(({ measured }) => measured),
          across,
          up,
        ).slice(0, REGIONS);
  const labels = labelled(placed);
  const shown = chosen.flatMap((id) => byId.get(id) ?? []);
  return (
    <section aria-labelledby="map" className="sheet border border-line">
      <div className="flex flex-wrap items-center gap-2 border-line border-b px-4 py-1.5">
        <h2 id="map" className="font-semibold font-serif text-base">
          Map of the set
        </h2>
        <span className="ml-auto flex items-center gap-1.5 text-[13px] text-soft">
          <AxisChoice label="Across" value={across} onPick={setAcross} /> →
          <AxisChoice label="Up" value={up} onPick={setUp} /> ↑ as wide as it paints
        </span>
      </div>
      {placed.length === 0 ? (
        <p className="px-4 py-8 text-soft">
          {members.length === 0 ? "Brushes of the set will lie here by what they measure." : "Measuring…"}
        </p>
      ) : (
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full">
          <title>Map of the set</title>
          {regions.map((region) => (
            <g key={region.says.join(" ")}>
              <rect
                x={x(region.x)}
                y={y(region.y + 1 / 3)}
                width={x(1 / 3) - x(0)}
                height={y(0) - y(1 / 3)}
                className="fill-chance/8"
              />
              <text x={x(region.x) + 6} y={y(region.y + 1 / 3) + 14} className="fill-chance text-[10.5px]">
                {region.says[0]}{" "}
                <tspan x={x(region.x) + 6} dy={13}>
                  {region.says[1]}
                </tspan>
              </text>
            </g>
          ))}
          <path
            d={`M${EDGE.left - 8},${EDGE.top}V${HEIGHT - EDGE.bottom + 8}H${WIDTH - EDGE.right + 12}`}
            className="fill-none stroke-line"
          />
          {pairs.map(({ a, b, apart }) => {
            const [p, q] = [byId.get(a), byId.get(b)];
            return (
              p &&
              q && (
                <line key={`${a} ${b}`} x1={p.x} y1={p.y} x2={q.x} y2={q.y} className="stroke-danger" strokeWidth={1.6}>
                  <title>{`nearly alike, mean ΔE ${apart.toFixed(1)}`}</title>
                </line>
              )
            );
          })}
          {placed.map(({ id, brush, r, ...at }) => (
            // biome-ignore lint/a11y/useSemanticElements: a circle of a drawing cannot be a button element
            <g
              key={id}
              role="button"
              tabIndex={0}
              aria-pressed={chosen.includes(id)}
              aria-label={brush.name}
              className="cursor-pointer outline-act"
              onClick={() => setChosen(nextChosen(chosen, id, pairs))}
              onKeyDown={(event) => {
                if (event.key !== "Enter" && event.key !== " ") return;
                event.preventDefault();
                setChosen(nextChosen(chosen, id, pairs));
              }}
            >
              <circle
                cx={at.x}
                cy={at.y}
                r={r}
                className={chosen.includes(id) ? "fill-act/40 stroke-act" : "fill-ink/12 stroke-ink"}
              />
            </g>
          ))}
          {labels.map(({ id, name, x: left, y: top }) => (
            <text key={id} x={left} y={top} className="pointer-events-none fill-ink text-[11.5px]" aria-hidden>
              {name}
            </text>
          ))}
        </svg>
      )}
      {shown.length > 0 && (
        <div className="grid grid-cols-2 gap-3 border-line border-t px-4 py-2">
          {shown.map(({ id, brush }) => (
            <div key={id}>
              <Link to={`/bench/${id}`} className="font-medium font-serif hover:underline">
                {brush.name}
              </Link>
              <LiveStrip brush={brush} label={`A stroke of ${brush.name}`} width={300} height={64} />
            </div>
          ))}
        </div>
      )}
    </section>
  );
}

/** A click shows a brush with the one that is nearly like it, or beside the one that was clicked before. */
function nextChosen(chosen: readonly string[], id: string, pairs: readonly Pair[]): readonly string[] {
  if (chosen.includes(id)) return chosen.filter((other) => other !== id);
  const pair = pairs.find(({ a, b }) => a === id || b === id);
  if (pair && chosen.length === 0) return [pair.a, pair.b];
  return [...chosen.slice(-1), id];
}

interface Spot {
  readonly id: string;
  readonly brush: { readonly name: string };
  readonly x: number;
  readonly y: number;
  readonly r: number;
}

/** Names beside their circles, where none lies on another: those that would are left to the pointer. */
function labelled(spots: readonly Spot[]): { id: string; name: string; x: number; y: number }[] {
  const taken: { x: number; y: number; width: number }[] = [];
  return spots.flatMap(({ id, brush: { name }, ...at }) => {
    const width = name.length * 5.9;
    for (const top of [at.y + 4, at.y - 8, at.y + 16]) {
      const left = at.x + at.r + 5;
      const clear = taken.every(
        (other) => Math.abs(other.y - top) > 11 || left > other.x + other.width || left + width < other.x,
      );
      if (!clear || top < 10 || top > HEIGHT - 4) continue;
      taken.push({ x: left, y: top, width });
      return [{ id, name, x: left, y: top }];
    }
    return [];
  });
}

function AxisChoice({
  label,
  value,
  onPick,
}: {
  readonly label: string;
  readonly value: Axis;
  readonly onPick: (axis: Axis) => void;
}) {
  return (
    <select
      aria-label={label}
      className={`${box} h-6.5`}
      value={value}
      onChange={(e) => onPick(e.target.value as Axis)}
    >
      {axisNames.map((name) => (
        <option key={name} value={name}>
          {axes[name].label}
        </option>
      ))}
    </select>
  );
}
