import { z } from "zod";

/** A set as a tray: its name and its brushes in their order. */
export interface SetTray {
  readonly id: string;
  readonly name: string;
  readonly brushes: readonly string[];
}

/** The most brushes that a tray remembers. */
export const MOST_IN_TRAY = 12;

const memorySchema = z.object({
  /** The brushes used last, each in the place where it came to lie. */
  used: z.array(z.string()).max(MOST_IN_TRAY),
  /** The one that was in hand before the present one. */
  before: z.string().nullable(),
  inHand: z.string().nullable(),
  /** The set whose brushes are shown instead; null for those used last. */
  set: z.string().nullable(),
});

/** What a tray remembers in this browser. */
export type TrayMemory = z.infer<typeof memorySchema>;

export const emptyTray: TrayMemory = { used: [], before: null, inHand: null, set: null };

/** The tray when a brush is taken: one that lies there stays where it lies, a new one comes first. */
export function withBrush(tray: TrayMemory, id: string): TrayMemory {
  if (tray.inHand === id) return tray;
  const used = tray.used.includes(id) ? tray.used : [id, ...tray.used].slice(0, MOST_IN_TRAY);
  return { ...tray, used, inHand: id, before: tray.inHand };
}

/** The tray as a browser has kept it; an empty one where it has none. */
export function readTray(text: string | null): TrayMemory {
  try {
    return memorySchema.parse(JSON.parse(text ?? "null"));
  } catch {
    return emptyTray;
  }
}
