import type { OwnLayers } from "../own-layers";
import type { OwnAct } from "../own-paint";
import { type KeptAct, keptActSchema, keptLayersSchema } from "./kept-act";

/** Where a sheet is kept: numbered acts, and the layers. */
export interface SheetShelf {
  entries(): Promise<[IDBValidKey, unknown][]>;
  setMany(entries: [IDBValidKey, unknown][]): Promise<void>;
  delMany(keys: IDBValidKey[]): Promise<void>;
}

const LAYERS = "layers";
/** From so many acts on, those before the last clearing are kept no more. */
const MANY = 300;

/** What a sheet was when it was kept last. */
export interface KeptSheet {
  readonly layers: OwnLayers | undefined;
  readonly acts: readonly KeptAct[];
}

/** Keeps what was done on one scratch sheet, act by act, so that a closed page and a crash cost nothing. */
export class SheetKeeper {
  /** What is kept, in its order. */
  private known: readonly OwnAct[] = [];
  private layers: OwnLayers | undefined;
  /** How many numbers are in use there, those counted that cannot be read. */
  private numbers = 0;
  private work: Promise<unknown> = Promise.resolve();
  /** Whether all that was to be kept could be. */
  kept = true;

  constructor(private readonly shelf: SheetShelf) {}

  /** What is there. Acts that cannot be read end it: those after them were done upon them. */
  async read(): Promise<KeptSheet> {
    const entries = await this.shelf.entries();
    const acts: KeptAct[] = [];
    const byNumber = new Map(entries);
    this.numbers = 1 + Math.max(-1, ...entries.flatMap(([key]) => (typeof key === "number" ? key : [])));
    for (let n = 0; byNumber.has(n); n++) {
      const read = keptActSchema.safeParse(byNumber.get(n));
      if (!read.success) break;
      acts.push(read.data);
    }
    return { acts, layers: keptLayersSchema.safeParse(byNumber.get(LAYERS)).data };
  }

  /** Says which acts are the kept ones, as they were taken up. */
  begin(acts: readonly OwnAct[]): void {
    this.known = acts;
  }

  /** Keeps how the sheet is now. @returns when it is done */
  async keep(all: readonly OwnAct[], layers: OwnLayers): Promise<void> {
    const acts = worthKeeping(all);
    let same = 0;
    while (same < acts.length && acts[same] === this.known[same]) same++;
    const set: [IDBValidKey, unknown][] = acts.slice(same).map((act, i) => [same + i, plain(act)]);
    const gone = Array.from({ length: Math.max(0, this.numbers - acts.length) }, (_, i) => acts.length + i);
    if (layers !== this.layers) set.push([LAYERS, layers]);
    this.known = acts;
    this.numbers = acts.length;
    this.layers = layers;
    // What was begun before must be done, too.
    if (set.length === 0 && gone.length === 0) return void (await this.work);
    this.work = this.work.then(async () => {
      try {
        await this.shelf.delMany(gone);
        await this.shelf.setMany(set);
      } catch {
        // The browser forbids it, or is full: the sheet lasts as long as the page, and the page says so.
        this.kept = false;
      }
    });
    await this.work;
  }
}

function worthKeeping(acts: readonly OwnAct[]): readonly OwnAct[] {
  return acts.length > MANY ? acts.slice(acts.findLastIndex(({ kind }) => kind === "clear") + 1) : [...acts];
}

/** An act without what belongs to this page only. */
function plain(act: OwnAct): KeptAct {
  if (act.kind === "clear" || act.kind === "dry") return act;
  if (act.kind === "fill") return { ...act, colour: act.colour && [...act.colour] };
  const { kind, layer, onMask, keepsAlpha, brush, samples, seed, ink } = act;
  const { colour, second, third, tintings, staysWet, erases } = ink;
  return {
    kind,
    layer,
    onMask,
    keepsAlpha,
    brush,
    samples: [...samples],
    seed,
    ink: {
      colour: [...colour],
      second: [...second],
      third: third && [...third],
      tintings: tintings && [...tintings],
      staysWet,
      erases,
    },
  };
}
