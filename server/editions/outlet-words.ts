import type { Brush } from "@core/brush";
import type { SetFile } from "@core/formats/package";

/** The most bytes of a MariaDB text, halved: a letter takes several. */
const MOST = 16_000;

/** By what an edition is found in the outlet. */
export function outletWords(set: Pick<SetFile, "name" | "studio" | "notes">, brushes: readonly Brush[]): string {
  const told = brushes.flatMap(({ name, notes, tags = [] }) => [name, notes, ...tags]);
  return [set.name, set.studio, set.notes, ...told].filter(Boolean).join("\n").slice(0, MOST);
}
