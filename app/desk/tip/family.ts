import { evenedOut } from "@core/desk/tip/family";
import { type StrengthSource, sheetOfPicture, type TipSheet } from "@core/desk/tip/sheet";
import { did, doneAgain, emptyHistory, type History, takenBack } from "@core/history/history";
import type { Picture } from "@core/picture/picture";
import { MOST_PICTURES } from "@core/tip/shape/shape";
import type { Goes } from "./protocol";

/** A sheet before and after something was done to it. */
interface SheetStep {
  readonly before: TipSheet;
  readonly after: TipSheet;
}

/** One tip on the desk. */
export interface Member {
  /** Its own for as long as it is on the desk, whatever becomes of it. */
  readonly id: number;
  readonly name: string;
  readonly weight: number;
  readonly sheet: TipSheet;
  /** What it was opened from. */
  readonly picture: Picture | undefined;
  readonly source: StrengthSource | undefined;
  readonly history: History<SheetStep>;
}

/** So much of one tip can be taken back. */
const LIMITS = { steps: 500, bytes: 400 << 20 };

let made = 0;

export function newMember(
  name: string,
  sheet: TipSheet,
  from?: { readonly picture: Picture; readonly source: StrengthSource },
): Member {
  const { picture, source } = from ?? {};
  return { id: ++made, name, weight: 1, sheet, picture, source, history: emptyHistory(LIMITS) };
}

/** A member with its next sheet, which can be taken back under this name. */
export function changed(member: Member, sheet: TipSheet, label: string): Member {
  const step = { before: member.sheet, after: sheet };
  return { ...member, sheet, history: did(member.history, { label, step, bytes: bytesOf(member.sheet) }) };
}

/** A member one step back, or one of those forth again. */
export function travelled(member: Member, way: "undo" | "redo"): Member {
  const found = way === "undo" ? takenBack(member.history) : doneAgain(member.history);
  if (!found) return member;
  const [history, { step }] = found;
  return { ...member, history, sheet: way === "undo" ? step.before : step.after };
}

/** The tips on the desk, and which of them is worked on. */
export class TipFamily {
  members: readonly Member[] = [];
  private place = 0;
  /** What lay here before something else took its place. */
  private aside: readonly Member[] = [];

  /** Whether something lay here before. */
  get hasAside(): boolean {
    return this.aside.length > 0;
  }

  /** Brings back what lay here before, and lays aside what lies here. */
  bringBack(): void {
    if (!this.hasAside) return;
    [this.members, this.aside] = [this.aside, this.members];
    this.place = 0;
  }

  /** The tip that is worked on. */
  get chosen(): Member | undefined {
    return this.members[this.place];
  }

  get chosenPlace(): number {
    return this.place;
  }

  /** Puts new tips on the desk; the first of them is chosen. @throws RangeError where there would be too many */
  put(added: readonly Member[], goes: Goes): void {
    const before = goes === "alone" ? [] : this.members;
    if (before.length + added.length > MOST_PICTURES)
      throw new RangeError(`a family has ${MOST_PICTURES} tips at most`);
    if (goes === "alone" && this.members.length > 0) this.aside = this.members;
    this.members = [...before, ...added];
    this.place = before.length;
  }

  /** Makes something of one tip; nothing where it is gone. */
  alter(id: number, make: (member: Member) => Member): void {
    this.members = this.members.map((one) => (one.id === id ? make(one) : one));
  }

  choose(place: number): void {
    this.place = Math.max(0, Math.min(this.members.length - 1, place));
  }

  /** Takes a tip off the desk; the last one stays. */
  remove(place: number): void {
    if (this.members.length < 2) return;
    this.members = this.members.filter((_, n) => n !== place);
    this.choose(this.place);
  }

  /** Moves a tip within the family and chooses it. */
  move(from: number, to: number): void {
    const order = [...this.members];
    order.splice(to, 0, ...order.splice(from, 1));
    this.members = order;
    this.choose(to);
  }

  weigh(place: number, weight: number): void {
    this.members = this.members.map((member, n) => (n === place ? { ...member, weight } : member));
  }

  /** Makes all tips equally strong and large, each as a step of its own. */
  evenOut(): void {
    const even = evenedOut(this.members.map(({ sheet }) => sheet));
    this.members = this.members.map((member, n) =>
      even[n] === member.sheet ? member : changed(member, even[n], "even out the family"),
    );
  }

  /** Reads the chosen tip's picture in another way. */
  readAgain(source: StrengthSource): void {
    const { chosen } = this;
    if (!chosen?.picture) return;
    const sheet = sheetOfPicture(chosen.picture, source);
    this.alter(chosen.id, (member) => ({ ...changed(member, sheet, "what of the picture is strong"), source }));
  }
}

function bytesOf({ strength, map, greys }: TipSheet): number {
  return strength.data.byteLength + (map?.data.byteLength ?? 0) + (greys?.data.byteLength ?? 0);
}
