import type { StrengthSource, TipSheet } from "@core/desk/tip/sheet";
import type { Picture } from "@core/picture/picture";

/** A sheet as it was, and the name of what changed it afterwards. */
interface Past {
  readonly sheet: TipSheet;
  readonly step: string;
}

/** One tip on the desk. */
export interface Member {
  name: string;
  weight: number;
  sheet: TipSheet;
  /** What it was opened from. */
  readonly picture: Picture | undefined;
  source: StrengthSource | undefined;
  readonly undo: Past[];
  readonly redo: Past[];
}

/** The most bytes that all that can be taken back may have. */
const MOST_KEPT = 400 << 20;

export function newMember(
  name: string,
  sheet: TipSheet,
  from?: { readonly picture: Picture; readonly source: StrengthSource },
): Member {
  return { name, weight: 1, sheet, picture: from?.picture, source: from?.source, undo: [], redo: [] };
}

/** Gives a member its next sheet, which can be taken back under this name; what is too old is forgotten. */
export function change(member: Member, sheet: TipSheet, step: string): void {
  member.undo.push({ sheet: member.sheet, step });
  member.redo.length = 0;
  member.sheet = sheet;
  let bytes = 0;
  for (let i = member.undo.length - 1; i >= 0; i--) {
    bytes += bytesOf(member.undo[i].sheet);
    if (bytes > MOST_KEPT) {
      member.undo.splice(0, i + 1);
      break;
    }
  }
}

/** Goes one step back, or one of those forth again. */
export function travel(member: Member, way: "undo" | "redo"): void {
  const past = member[way].pop();
  if (!past) return;
  member[way === "undo" ? "redo" : "undo"].push({ sheet: member.sheet, step: past.step });
  member.sheet = past.sheet;
}

function bytesOf({ strength, map, greys }: TipSheet): number {
  return strength.data.byteLength + (map?.data.byteLength ?? 0) + (greys?.data.byteLength ?? 0);
}
