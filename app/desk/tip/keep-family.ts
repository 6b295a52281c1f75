import { MOST_SIDE, type Plane } from "@core/desk/plane";
import { MOST_PICTURES } from "@core/tip/shape/shape";
import { get, set } from "idb-keyval";
import { z } from "zod";
import { type Member, newMember, type TipFamily } from "./family";

const side = z.int().min(1).max(MOST_SIDE);
const plane: z.ZodType<Plane> = z
  .object({ width: side, height: side, data: z.instanceof(Float32Array<ArrayBuffer>) })
  .refine(({ width, height, data }) => data.length === width * height);

const familySchema = z
  .array(
    z.object({
      name: z.string(),
      weight: z.number(),
      sheet: z.object({ strength: plane, map: plane.optional(), greys: plane.optional() }),
    }),
  )
  .max(MOST_PICTURES);

/** How long a change waits for the next one before it is kept, ms. */
const PAUSE = 200;

/** Keeps the tips that lie on the desk in this browser. */
export class FamilyKeeper {
  private timer: ReturnType<typeof setTimeout> | undefined;
  private known: readonly Member[] | undefined;
  private work: Promise<unknown> = Promise.resolve();

  constructor(
    private readonly key: string,
    private readonly family: TipFamily,
  ) {}

  /** The tips that lay on the desk; none where there were none, or what was kept cannot be read. */
  async read(): Promise<Member[]> {
    const read = familySchema.safeParse(await get(this.key).catch(() => undefined));
    return (read.data ?? []).map(({ name, weight, sheet }) => ({ ...newMember(name, sheet), weight }));
  }

  /** Keeps them when nothing has changed for a moment. */
  keepSoon(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.keep(), PAUSE);
  }

  /** Keeps them now. @returns when they are kept */
  async keep(): Promise<void> {
    clearTimeout(this.timer);
    const { members } = this.family;
    if (members !== this.known) {
      this.known = members;
      const kept = members.map(({ name, weight, sheet }) => ({ name, weight, sheet }));
      // A browser that forbids keeping has no drafts.
      this.work = this.work.then(() => set(this.key, kept)).catch(() => undefined);
    }
    // Also what was begun before must be done when the desk is left.
    await this.work;
  }
}
