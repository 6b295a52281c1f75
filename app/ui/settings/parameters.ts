/** One number of a shape or a grain, as a slider sets it. */
export interface Parameter {
  readonly name: string;
  readonly label: string;
  readonly low: number;
  readonly high: number;
  readonly step: number;
  readonly unit?: string;
}

/** A share, shown in per cent. */
export function share(name: string, label: string): Parameter {
  return { name, label, low: 0, high: 1, step: 0.01, unit: "%" };
}

/** A whole number. */
export function whole(name: string, label: string, low: number, high: number): Parameter {
  return { name, label, low, high, step: 1 };
}

/** The seed of what is drawn by chance. */
export const seed = whole("seed", "Another of its kind", 1, 200);
