import type { Trait } from "@core/measure/traits";
import type { ShelfRow } from "@server/shelf/find";
import type { Line } from "../draft";

/** The groups into which traits sort brushes: the first that fits. */
const groups: readonly (readonly [Trait, string])[] = [
  ["blends", "Blending"],
  ["lights", "Lights"],
  ["line", "Lines"],
  ["stamps", "Stamps"],
  ["dry", "Dry"],
  ["wet", "Wet"],
  ["soft", "Soft"],
  ["glazes", "Glazing"],
  ["textured", "Textured"],
  ["covers", "Covering"],
];
const REST = "Others";

/** The lines grouped by what their brushes are, in the order of the groups; within one they stay as they were. */
export function groupedByCharacter(lines: readonly Line[], rowOf: (id: string) => ShelfRow | undefined): Line[] {
  const grouped = lines.map((line) => {
    const traits = rowOf(line.id)?.judgement?.traits ?? [];
    const at = groups.findIndex(([trait]) => traits.includes(trait));
    return { line: { ...line, group: at < 0 ? REST : groups[at][1] }, at: at < 0 ? groups.length : at };
  });
  return grouped.sort((a, b) => a.at - b.at).map(({ line }) => line);
}
