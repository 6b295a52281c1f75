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
  /** Whether anything was ever done to it: else it is no loss. */
  readonly touched: boolean;
  /** What it was opened from. */
  readonly picture: Picture | undefined;
  readonly source: StrengthSource | undefined;
  readonly history: History<SheetStep>;
}

/** So many families lie aside. */
export const MOST_ASIDE = 6;

/** So much of one tip can be taken back. */
const LIMITS = { steps: 500, bytes: 400 << 20 };

let made = 0;

export function newMember(
  name: string,
  sheet: TipSheet,
  from?: { readonly picture: Picture; readonly source: StrengthSource },
): Member {
  const { picture, source } = from ?? {};
  return { id: ++made, name, weight: 1, sheet, touched: false, picture, source, history: emptyHistory(LIMITS) };
}

/** A member with its next sheet, which can be taken back under this name. */
export function changed(member: Member, sheet: TipSheet, label: string): Member {
  const step = { before: member.sheet, after: sheet };
  return {
    ...member,
    sheet,
    touched: true,
    history: did(member.history, { label, step, bytes: bytesOf(member.sheet) }),
  };
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
  /** The families that lay here before others took their place, that one last which is brought back next. */
  aside: readonly (readonly Member[])[] = [];

  /** Brings back what lay here before, and lays aside what lies here: often enough, each has its turn. */
  bringBack(): void {
    const back = this.aside.at(-1);
    if (!back) return;
    const rest = this.aside.slice(0, -1);
    this.aside = this.members.length > 0 ? [this.members, ...rest] : rest;
    this.members = back;
    this.place = 0;
  }

  /**
   * Takes up what lay on the desk when it was left, and what lay aside then. Where something was put on the desk meanwhile, that
   * stays, and the other is laid aside.
   */
  takeUp(left: readonly Member[], aside: readonly (readonly Member[])[]): void {
    const isFree = this.members.length === 0;
    if (isFree) this.members = left;
    this.aside = fewOf([...aside, ...(isFree || left.length === 0 ? [] : [left]), ...this.aside]);
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
    if (goes === "alone" && this.members.length > 0) this.aside = fewOf([...this.aside, this.members]);
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

/** As many families as may lie aside: those go first to which nothing was done, then the oldest. */
function fewOf(aside: readonly (readonly Member[])[]): readonly (readonly Member[])[] {
  if (aside.length <= MOST_ASIDE) return aside;
  const untouched = aside.findIndex((family) => family.every(({ touched }) => !touched));
  return fewOf(aside.filter((_, n) => n !== Math.max(0, untouched)));
}

function bytesOf({ strength, map, greys }: TipSheet): number {
  return strength.data.byteLength + (map?.data.byteLength ?? 0) + (greys?.data.byteLength ?? 0);
}
