import type { Brush } from "../brush";
import type { LicenceId } from "../formats/package/licences";
import type { MarkCost } from "../measure/cost";
import type { Judgement } from "../measure/judge";

/** What a picture that a brush names is like, as far as preflight minds. */
export interface PictureFacts {
  readonly width: number;
  readonly height: number;
  readonly bytes: number;
  /** The share of its border's px that have ink, 0…1. */
  readonly borderInk: number;
  /** How light what it covers is in its own colours, 0…1. */
  readonly lightness: number;
}

/** Something that was made elsewhere and went into a brush. */
export interface Material {
  /** What it is, in words. */
  readonly what: string;
  /** Undefined where nobody has said. */
  readonly licence: LicenceId | undefined;
  /** Who is to be named; empty for nobody. */
  readonly credit: string;
}

/** One brush of a set, with what is known of it. */
export interface Member {
  readonly id: string;
  readonly brush: Brush;
  /** What the set says of it. */
  readonly note: string;
  readonly judgement: Judgement | undefined;
  readonly cost: MarkCost | undefined;
  /** Undefined where it is not known what it was made of. */
  readonly materials: readonly Material[] | undefined;
  /** Undefined where it is not known. */
  readonly hasVignette: boolean | undefined;
}

/** A set as it is checked. */
export interface CheckedSet {
  readonly name: string;
  readonly notes: string;
  readonly credits: string;
  readonly licence: LicenceId;
  readonly members: readonly Member[];
  readonly pictures: ReadonlyMap<string, PictureFacts>;
}

/** block: it cannot go out; warning: it should not, unless the maker says why; hint: it could be better. */
export const gravities = ["block", "warning", "hint"] as const;
export type Gravity = (typeof gravities)[number];

/** What mends a finding: another brush, another line in the set, or words of the set. */
export type Mend = { readonly label: string } & (
  | { readonly kind: "brush"; readonly id: string; readonly brush: Brush }
  | { readonly kind: "remove"; readonly id: string }
  | { readonly kind: "set"; readonly patch: { readonly credits?: string; readonly notes?: string } }
);

/** One thing that is wrong, or could be better. */
export interface Finding {
  readonly gravity: Gravity;
  /** In a sentence, without the brush's name. */
  readonly says: string;
  /** The brush it is about; undefined for the set itself. */
  readonly id?: string;
  readonly mend?: Mend;
}

/** One check of preflight. */
export interface Check {
  readonly name: string;
  /** What it looks for, as the list says it. */
  readonly looksFor: string;
  readonly run: (set: CheckedSet) => readonly Finding[];
}

/** A check of each brush by itself. */
export function eachMember(run: (member: Member, set: CheckedSet) => readonly Omit<Finding, "id">[]): Check["run"] {
  return (set) => set.members.flatMap((member) => run(member, set).map((found) => ({ ...found, id: member.id })));
}

/** A mend that makes another brush of a member's. */
export function mendBrush({ id }: Member, label: string, brush: Brush): Mend {
  return { kind: "brush", label, id, brush };
}
