import type { ChangedBrush, SetChange } from "@core/release";
import { useMemo } from "react";
import { DifferenceStrip } from "~/measuring/difference-strip";
import { LiveStrip } from "~/measuring/live-strip";
import type { Below } from "~/measuring/protocol";
import { type BrushPair, useApart } from "../looking/use-apart";

const WIDTH = 300;
const HEIGHT = 70;
/** The parts of a brush that are told at once. */
const MOST_PARTS = 12;

/** What changed since the last edition: what came and went, and each changed brush, its strokes side by side. */
export function ChangesList({ change, last }: { readonly change: SetChange; readonly last: string }) {
  const { added, removed, renamed, changed, words } = change;
  const painted = useMemo(() => changed.filter(({ paints }) => paints), [changed]);
  const pairs = useMemo(() => painted.map(({ from, to }): BrushPair => [from, to]), [painted]);
  const aparts = useApart(pairs);
  const said = changed.filter(({ paints }) => !paints).map(({ name }) => name);
  const lines = [
    added.length > 0 && `New: ${added.join(", ")}`,
    removed.length > 0 && `Gone: ${removed.join(", ")}`,
    ...renamed.map(({ from, to }) => `${from} is called ${to} now`),
    said.length > 0 && `Words alone: ${said.join(", ")}`,
    words.length > 0 && `Said otherwise: ${words.join("; ")}`,
  ].filter((line) => line !== false);
  return (
    <div className="space-y-3">
      {lines.length + painted.length === 0 && <p className="text-soft">Nothing has changed since edition {last}.</p>}
      {lines.length > 0 && (
        <ul className="space-y-0.5">
          {lines.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      )}
      <ul className="divide-y divide-line">
        {painted.map((one, n) => (
          <ChangedLine key={one.file} one={one} apart={aparts[n]} last={last} />
        ))}
      </ul>
    </div>
  );
}

interface LineProps {
  readonly one: ChangedBrush;
  readonly apart: number | undefined;
  readonly last: string;
}

function ChangedLine({ one: { name, from, to, parts }, apart, last }: LineProps) {
  const scale = Math.min(1, (HEIGHT * 0.6) / Math.max(from.tip.size, to.tip.size));
  const below = useMemo((): Below => ({ kind: "needed", brushes: [from, to] }), [from, to]);
  return (
    <li className="py-2.5">
      <h3 className="flex items-baseline gap-3 font-medium font-serif text-lg">
        {name}
        <span className="font-sans text-[13px] text-soft">
          {apart === undefined
            ? "comparing…"
            : apart === 0
              ? "no px differs"
              : `mean ΔE ${apart.toFixed(1)} over five proofs`}
        </span>
      </h3>
      <div className="mt-1 grid gap-2 sm:grid-cols-3">
        <figure>
          <LiveStrip
            brush={from}
            scale={scale}
            below={below}
            width={WIDTH}
            height={HEIGHT}
            label={`${name} in edition ${last}`}
          />
          <figcaption className="text-[12.5px] text-soft">in {last}</figcaption>
        </figure>
        <figure>
          <LiveStrip
            brush={to}
            scale={scale}
            below={below}
            width={WIDTH}
            height={HEIGHT}
            label={`${name} as it is now`}
          />
          <figcaption className="text-[12.5px] text-soft">now</figcaption>
        </figure>
        <DifferenceStrip from={from} to={to} hand="slow-swell" scale={scale} width={WIDTH} height={HEIGHT} />
      </div>
      <ul className="mt-1 flex flex-wrap gap-x-4 text-[13px]">
        {parts.slice(0, MOST_PARTS).map(({ label, from: was, to: is }) => (
          <li key={label}>
            <span className="text-soft">{label}</span> <span className="font-mono">{was}</span> →{" "}
            <span className="font-mono">{is}</span>
          </li>
        ))}
        {parts.length > MOST_PARTS && <li className="text-soft">and {parts.length - MOST_PARTS} more</li>}
      </ul>
    </li>
  );
}
