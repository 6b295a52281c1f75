import { type Decision, mergeDecided, type PartChange, type Side } from "@core/release";
import type { RenewalLine } from "@server/renewals/plan";
import { useMemo } from "react";
import { LiveStrip } from "~/measuring/live-strip";
import { Segments } from "~/ui/segments";

const WIDTH = 260;
const HEIGHT = 64;
const wholes = ["merge", "mine", "theirs"] as const;
const wholeNames = { merge: "merge", mine: "keep mine", theirs: "take the maker’s" } as const;
const sides = ["mine", "theirs"] as const;
const sideNames = { mine: "mine", theirs: "the maker’s" } as const;

interface Props {
  readonly line: RenewalLine;
  readonly decision: Decision;
  readonly onDecide: (decision: Decision) => void;
}

/** A brush that both its maker and its painter have changed: the strokes of all, and part by part whose value it gets. */
export function MergeLine({ line, decision, onDecide }: Props) {
  const { id, name, base, mine, theirs } = line;
  const merge = useMemo(
    () => (base && theirs ? mergeDecided(base, mine, theirs, decision) : undefined),
    [base, mine, theirs, decision],
  );
  if (!base || !theirs || !merge) return null;
  const strokes = [
    ["as you took it", base],
    ["yours", mine],
    ["the maker’s", theirs],
    ["as it will be", merge.brush],
  ] as const;
  const scale = Math.min(1, ...strokes.map(([, brush]) => (HEIGHT * 0.6) / brush.tip.size));
  const conflicts = merge.changes.filter(({ by }) => by === "both").length;
  return (
    <li className="py-3">
      <div className="flex flex-wrap items-center gap-3">
        <h3 className="font-medium font-serif text-lg">{name}</h3>
        {conflicts > 0 && (
          <span className="rounded border border-edge px-1.5 text-[12.5px]">
            {conflicts} {conflicts === 1 ? "part was" : "parts were"} changed by both
          </span>
        )}
        <Segments
          label={`What becomes of ${name}`}
          name={`whole ${id}`}
          options={wholes}
          names={wholeNames}
          value={decision.whole ?? "merge"}
          className="ml-auto"
          onPick={(picked) => onDecide({ ...decision, whole: picked === "merge" ? undefined : picked })}
        />
      </div>
      <div className="mt-1.5 grid grid-cols-2 gap-2 lg:grid-cols-4">
        {strokes.map(([says, brush]) => (
          <figure key={says}>
            <LiveStrip brush={brush} scale={scale} width={WIDTH} height={HEIGHT} label={`${name}, ${says}`} />
            <figcaption className="text-[12.5px] text-soft">{says}</figcaption>
          </figure>
        ))}
      </div>
      {merge.unfit && (
        <p role="alert" className="mt-1 text-[13px] text-danger">
          These parts do not fit together, so yours stays as it is: {merge.unfit}
        </p>
      )}
      <table className="mt-2 w-full text-left text-[13px]">
        <thead className="text-soft">
          <tr>
            {["Part", "as you took it", "yours", "the maker’s", "it gets"].map((head) => (
              <th key={head} scope="col" className="pr-3 font-normal">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {merge.changes.map((change) => (
            <PartRow
              key={change.key}
              brush={name}
              change={change}
              fixed={decision.whole !== undefined}
              onPick={(side) => onDecide({ ...decision, parts: { ...decision.parts, [change.key]: side } })}
            />
          ))}
        </tbody>
      </table>
    </li>
  );
}

interface RowProps {
  readonly brush: string;
  readonly change: PartChange;
  /** All of one side is taken. */
  readonly fixed: boolean;
  readonly onPick: (side: Side) => void;
}

function PartRow({ brush, change: { key, label, by, base, mine, theirs, has }, fixed, onPick }: RowProps) {
  return (
    <tr className={by === "both" ? "bg-act-wash" : ""}>
      <th scope="row" className="py-0.5 pr-3 font-normal">
        {label}
        {by === "both" && <span className="sr-only">, changed by both</span>}
      </th>
      <td className="pr-3 font-mono text-soft">{base}</td>
      <td className={`pr-3 font-mono ${by === "theirs" ? "text-soft" : ""}`}>{mine}</td>
      <td className={`pr-3 font-mono ${by === "mine" ? "text-soft" : ""}`}>{theirs}</td>
      <td>
        {fixed ? (
          sideNames[has]
        ) : (
          <Segments
            label={`${label} of ${brush}`}
            name={`${brush} ${key}`}
            options={sides}
            names={sideNames}
            value={has}
            onPick={onPick}
            tight
          />
        )}
      </td>
    </tr>
  );
}
