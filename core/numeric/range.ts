import { z } from "zod";

/** From where to where a number may go, both ends included; told once, for whoever reads it and whoever sets it. */
export interface Range {
  readonly low: number;
  readonly high: number;
}

/** A range, and whether only whole numbers lie in it. */
export interface NumberRange extends Range {
  readonly whole: boolean;
}

/** The Zod field of a number within a range. */
export function within({ low, high }: Range) {
  return z.number().min(low).max(high);
}

/** The names of a schema's numbers. */
type Numbers<Schema extends z.ZodObject> = {
  [Name in keyof z.output<Schema>]: z.output<Schema>[Name] extends number ? Name : never;
}[keyof z.output<Schema>];

/** The range of each number that a schema asks for, by its name: what sets them asks the schema. A number without both ends is left out. */
export function rangesOf<Schema extends z.ZodObject>(schema: Schema): Readonly<Record<Numbers<Schema>, NumberRange>> {
  return Object.fromEntries(
    Object.entries(schema.shape).flatMap(([name, field]) => {
      const inner = field instanceof z.ZodDefault ? field.unwrap() : field;
      if (!(inner instanceof z.ZodNumber)) return [];
      const { minValue: low, maxValue: high } = inner;
      if (low === null || high === null) return [];
      return [[name, { low, high, whole: inner.format === "safeint" }]];
    }),
  ) as Record<Numbers<Schema>, NumberRange>;
}
