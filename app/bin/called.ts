import type { Binnable } from "@server/bin/repository";

/** What one of each is called. */
export const called: Readonly<Record<Binnable, string>> = {
  brushes: "brush",
  sets: "set",
  tips: "tip",
  grains: "grain",
};
