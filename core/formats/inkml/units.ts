import { FormatError } from "../fault";

/** What a px is where a file has lengths: CSS Values and Units Level 3, § 5.2: 96 to the inch. */
const PX_PER_INCH = 96;
const CM_PER_INCH = 2.54;

/** px in each unit of length; the recommendation names them in its table of units, em and ex excepted. */
const lengths: Readonly<Record<string, number>> = {
  px: 1,
  in: PX_PER_INCH,
  cm: PX_PER_INCH / CM_PER_INCH,
  mm: PX_PER_INCH / (CM_PER_INCH * 10),
  m: (PX_PER_INCH / CM_PER_INCH) * 100,
  pt: PX_PER_INCH / 72,
  pc: PX_PER_INCH / 6,
};

const times: Readonly<Record<string, number>> = { ms: 1, s: 1000, us: 0.001, ns: 1e-6 };
const angles: Readonly<Record<string, number>> = { deg: 1, rad: 180 / Math.PI };
const tables = { length: lengths, time: times, angle: angles } as const;

/**
 * By what a channel's numbers are multiplied to be px, ms or degrees.
 * @throws FormatError naming the channel, where the unit is none of these
 */
export function scaleOf(kind: keyof typeof tables, unit: string, channel: string): number {
  if (!Object.hasOwn(tables[kind], unit))
    throw new FormatError(
      `channel ${channel}: the unit "${unit.slice(0, 20)}" is none of ${Object.keys(tables[kind]).join(", ")}`,
    );
  return tables[kind][unit];
}

/** px in one step of a device that has so many steps in a unit, `1/cm` and the like. @throws FormatError */
export function stepOf(resolution: number, unit: string, channel: string): number {
  const [one, length] = unit.split("/");
  if (one !== "1" || !length || !(resolution > 0))
    throw new FormatError(`channel ${channel}: a resolution of "${resolution} ${unit.slice(0, 20)}" is not read`);
  return scaleOf("length", length, channel) / resolution;
}
