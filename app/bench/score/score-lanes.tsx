import type { Brush } from "@core/brush";
import type { Lane, Score } from "@core/measure/score";
import { type Quality, qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";
import { type Source, sources } from "@core/response/sources";
import { scaleLinear } from "d3-scale";
import { line } from "d3-shape";
import { ChevronDown } from "lucide-react";
import { DropdownMenu } from "radix-ui";
import { type KeyboardEvent, type PointerEvent, useState } from "react";
import { Button } from "~/ui/button";

const LANE = 34;
const TOP = 14;
const MOST_AT_FIRST = 4;

interface Props {
  readonly brush: Brush;
  readonly score: Score;
  /** Of the paper, px of the screen, and how many of its own pixels there are to one. */
  readonly width: number;
  readonly ratio: number;
  /** Is told which of the score's places is pointed out. */
  readonly onSpot: (place: number | undefined) => void;
}

export const laneName = ({ kind, name }: Lane) =>
  kind === "signal" ? sources[name as Source].label.toLowerCase() : qualityRow(name as Quality).label.toLowerCase();
const keyOf = ({ kind, name }: Lane) => `${kind} ${name}`;

function laneValue({ kind, name }: Lane, value: number): string {
  return kind === "signal" ? value.toFixed(2) : writeValue(value, qualityRow(name as Quality).unit);
}

/** Those that take part in a response; where there are none, what a first look wants. */
function chosenAtFirst(score: Score): Lane[] {
  const driven = score.lanes.filter((lane) => lane.driven);
  const some =
    driven.length > 0
      ? driven
      : score.lanes.filter(({ name }) => name === "pressure" || name === "size" || name === "flow");
  const signals = some.filter(({ kind }) => kind === "signal").slice(0, 2);
  return [...signals, ...some.filter(({ kind }) => kind === "quality").slice(0, MOST_AT_FIRST - signals.length)];
}

/** Signals and qualities along the main stroke, each right below the place of the paper where it was so. */
export function ScoreLanes({ brush, score, width, ratio, onSpot }: Props) {
  const [chosen, setChosen] = useState<readonly string[]>();
  const [at, setAt] = useState<number>();
  const first = chosenAtFirst(score).map(keyOf);
  const wanted = chosen ?? first;
  const lanes = score.lanes.filter((lane) => wanted.includes(keyOf(lane)));
  const xs = score.places.map(({ x }) => x / ratio);
  const byChance = new Set(
    brush.responses.filter((r) => sources[r.source].family === "chance").map((r) => r.quality as string),
  );

  const go = (n: number | undefined) => {
    setAt(n);
    onSpot(n);
  };
  const point = (event: PointerEvent<HTMLElement>) => {
    const x = event.clientX - event.currentTarget.getBoundingClientRect().left;
    go(xs.reduce((best, place, i) => (Math.abs(place - x) < Math.abs(xs[best] - x) ? i : best), 0));
  };
  const key = (event: KeyboardEvent) => {
    const now = at ?? 0;
    const step = Math.max(1, Math.round(xs.length / 60));
    const last = xs.length - 1;
    const next = { ArrowRight: Math.min(last, now + step), ArrowLeft: Math.max(0, now - step), Home: 0, End: last }[
      event.key
    ];
    if (next === undefined) return;
    event.preventDefault();
    go(next);
  };
  const place = at === undefined || at >= xs.length ? undefined : at;
  const said = (n: number) => lanes.map((lane) => `${laneName(lane)} ${laneValue(lane, lane.values[n])}`).join(", ");
  return (
    <div className="relative">
      <div
        className="select-none text-ink"
        role="slider"
        tabIndex={0}
        aria-label="Place along the main stroke"
        aria-valuemin={0}
        aria-valuemax={xs.length - 1}
        aria-valuenow={place ?? 0}
        aria-valuetext={place === undefined ? "no place" : said(place)}
        onPointerMove={point}
        onPointerLeave={() => go(undefined)}
        onKeyDown={key}
        onBlur={() => go(undefined)}
      >
        <svg aria-hidden width={width} height={lanes.length * LANE + 6} className="block">
          {lanes.map((lane, n) => (
            <LaneLine
              key={keyOf(lane)}
              lane={lane}
              xs={xs}
              top={n * LANE}
              width={width}
              byChance={byChance.has(lane.name)}
              at={place}
            />
          ))}
          {place !== undefined && (
            <path d={`M${xs[place]},0V${lanes.length * LANE + 6}`} className="stroke-edge" strokeDasharray="2 3" />
          )}
        </svg>
      </div>
      <div className="absolute top-0 right-1">
        <DropdownMenu.Root>
          <DropdownMenu.Trigger asChild>
            <Button kind="quiet" className="h-6 px-1.5 text-[12px]">
              Lanes <ChevronDown aria-hidden size={13} />
            </Button>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content
              align="end"
              collisionPadding={12}
              className="z-30 max-h-[70dvh] min-w-44 overflow-y-auto rounded-lg border border-line bg-panel p-1.5 shadow-xl"
            >
              {score.lanes.map((lane) => (
                <DropdownMenu.CheckboxItem
                  key={keyOf(lane)}
                  checked={wanted.includes(keyOf(lane))}
                  onSelect={(event) => event.preventDefault()}
                  onCheckedChange={(shown) =>
                    setChosen(shown ? [...wanted, keyOf(lane)] : wanted.filter((name) => name !== keyOf(lane)))
                  }
                  className="flex cursor-pointer justify-between gap-3 rounded px-2 py-0.5 data-highlighted:bg-act-wash data-highlighted:outline-none pointer-coarse:py-2"
                >
                  <span>{laneName(lane)}</span>
                  <span className="text-soft">
                    <DropdownMenu.ItemIndicator>shown</DropdownMenu.ItemIndicator>
                  </span>
                </DropdownMenu.CheckboxItem>
              ))}
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      </div>
    </div>
  );
}

function LaneLine({
  lane,
  xs,
  top,
  width,
  byChance,
  at,
}: {
  lane: Lane;
  xs: readonly number[];
  top: number;
  width: number;
  byChance: boolean;
  at: number | undefined;
}) {
  const low = Math.min(0, ...lane.values);
  const high = Math.max(low + 1e-6, lane.kind === "signal" ? 1 : Math.max(...lane.values));
  const y = scaleLinear([low, high], [top + LANE - 3, top + TOP]);
  const draw = line<number>(
    (_, i) => xs[i],
    (value) => y(value),
  );
  const tone = byChance ? "stroke-chance" : lane.kind === "quality" && lane.driven ? "stroke-act" : "stroke-soft";
  return (
    <g>
      <path d={`M0,${top + LANE - 3}H${width}`} className="stroke-line" />
      <path d={draw(lane.values) ?? ""} fill="none" strokeWidth={1.5} strokeLinejoin="round" className={tone} />
      <text x={8} y={top + 11} className="fill-soft text-[12px]">
        {laneName(lane)}
      </text>
      {at !== undefined && (
        <text x={Math.min(width - 70, xs[at] + 7)} y={top + 11} className="fill-ink font-mono text-[12px]">
          {laneValue(lane, lane.values[at])}
        </text>
      )}
    </g>
  );
}
