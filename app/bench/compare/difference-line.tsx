import type { Difference } from "@core/brush";
import { qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";

/** One difference between two brushes in words and numbers. */
export function DifferenceLine({ difference }: { difference: Difference }) {
  if (difference.kind === "response") return <Pair what={difference.what} says={difference.change} />;
  if (difference.kind === "setting")
    return <Pair what={difference.what} says={`${difference.from} → ${difference.to}`} />;
  const { label, unit } = qualityRow(difference.name);
  const shown = (value: number | null) => (value === null ? "none" : writeValue(value, unit));
  return <Pair what={label} says={`${shown(difference.from)} → ${shown(difference.to)}`} />;
}

function Pair({ what, says }: { what: string; says: string }) {
  return (
    <>
      <span>{what}</span>
      <span className="text-right font-mono text-[13px] text-soft">{says}</span>
    </>
  );
}
