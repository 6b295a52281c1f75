import { MOST_SIDE, type Plane } from "@core/desk/plane";
import { MOST_PICTURES } from "@core/tip/shape/shape";
import { get, set } from "idb-keyval";
import { z } from "zod";
import { type Member, MOST_ASIDE, newMember, type TipFamily } from "./family";

const side = z.int().min(1).max(MOST_SIDE);
const plane: z.ZodType<Plane> = z
  .object({ width: side, height: side, data: z.instanceof(Float32Array<ArrayBuffer>) })
  .refine(({ width, height, data }) => data.length === width * height);

const familySchema = z
  .array(
    z.object({
      name: z.string(),
      weight: z.number(),
      touched: z.boolean().default(true),
      sheet: z.object({ strength: plane, map: plane.optional(), greys: plane.optional() }),
    }),
  )
  .max(MOST_PICTURES);
const asideSchema = z.array(familySchema).max(MOST_ASIDE);

/** Tips as they are kept. */
type KeptFamily = z.infer<typeof familySchema>;

/** How long a change waits for the next one before it is kept, ms. */
const PAUSE = 200;

/** Keeps the tips that lie on the desk, and those that lie aside, in this browser. */
export class FamilyKeeper {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private known: readonly Member[] | undefined;
  private knownAside: TipFamily["aside"] | undefined;
  private work: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly key: string,
    private readonly family: TipFamily,
  ) {}

  /** The tips that lay on the desk, and those that lay aside; none where there were none, or what was kept cannot be read. */
  async read(): Promise<{ readonly left: Member[]; readonly aside: Member[][] }> {
    const [left, aside] = await Promise.all([this.kept(this.key), this.kept(this.asideKey)]);
    return {
      left: membersOf(familySchema.safeParse(left).data ?? []),
      aside: (asideSchema.safeParse(aside).data ?? []).map(membersOf),
    };
  }

  private get asideKey(): string {
    return `${this.key}, aside`;
  }

  private kept(key: string): Promise<unknown> {
    return get(key).catch(() => undefined);
  }

  /** Keeps them: at once, and what follows at once upon that when nothing has changed for a moment. */
  keepSoon(): void {
    if (this.timer === undefined) void this.keep();
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.keep(), PAUSE);
  }

  /** Keeps them now. @returns when they are kept */
  async keep(): Promise<void> {
    clearTimeout(this.timer);
    this.timer = undefined;
    const { members, aside } = this.family;
    // What is laid aside is kept first: what took its place must not be there without it.
    if (aside !== this.knownAside) {
      this.knownAside = aside;
      this.write(this.asideKey, aside.map(keptOf));
    }
    if (members !== this.known) {
      this.known = members;
      this.write(this.key, keptOf(members));
    }
    // Also what was begun before must be done when the desk is left.
    await this.work;
  }

  private write(key: string, value: unknown): void {
    // A browser that forbids keeping has no drafts.
    this.work = this.work.then(() => set(key, value)).catch(() => undefined);
  }
}

function keptOf(members: readonly Member[]): KeptFamily {
  return members.map(({ name, weight, sheet, touched }) => ({ name, weight, sheet, touched }));
}

function membersOf(kept: KeptFamily): Member[] {
  return kept.map(({ name, weight, sheet, touched }) => ({ ...newMember(name, sheet), weight, touched }));
}
