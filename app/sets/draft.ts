import { licenceIds, MEMBER_NOTE, MEMBER_USE } from "@core/formats/package";
import type { KeptSet } from "@server/sets/repository";
import { z } from "zod";

/** What the set's page sends. */
export const draftSchema = z.object({
  name: z.string().trim().min(1, "a set needs a name").max(80),
  licence: z.enum(licenceIds),
  notes: z.string().max(4000),
  credits: z.string().max(1000),
  brushes: z
    .array(
      z.object({
        id: z.string().max(16),
        group: z.string().trim().max(60),
        sampler: z.boolean().default(false),
        note: z.string().max(MEMBER_NOTE).default(""),
        use: z.string().trim().max(MEMBER_USE).default(""),
      }),
    )
    .max(200, "a set holds 200 brushes at most")
    .refine(
      (brushes) => new Set(brushes.map(({ id }) => id)).size === brushes.length,
      "a brush stands in a set once only",
    ),
  cover: z
    .string()
    .regex(/^[0-9a-f]{64}$/)
    .nullable()
    .default(null),
  waivers: z
    .array(
      z.object({
        check: z.string().max(40),
        id: z.string().max(16).nullable(),
        why: z.string().trim().min(1).max(300),
      }),
    )
    .max(400)
    .default([]),
});

export type Draft = z.infer<typeof draftSchema>;

export const askSchema = z.object({ from: z.int().min(1), draft: draftSchema });

/** What a browser has kept of a set that was not saved: words may be as they were left, too short or too long. */
const keptSchema = z.object({
  revision: z.int().min(1),
  draft: z.object({
    name: z.string(),
    licence: z.enum(licenceIds),
    notes: z.string(),
    credits: z.string(),
    brushes: z.array(
      z.object({
        id: z.string(),
        group: z.string(),
        sampler: z.boolean(),
        note: z.string().default(""),
        use: z.string().default(""),
      }),
    ),
    cover: z.string().nullable().default(null),
    waivers: z.array(z.object({ check: z.string(), id: z.string().nullable(), why: z.string() })).default([]),
  }),
});

/** A draft that a browser has kept, and the revision it was begun from; undefined where it is none. */
export function readDraft(kept: unknown): { draft: Draft; revision: number } | undefined {
  return keptSchema.safeParse(kept).data;
}

/** A set as its page begins with it. */
export function draftOf({ name, licence, notes, credits, brushes, cover = null, waivers = [] }: KeptSet): Draft {
  return {
    name,
    licence,
    notes,
    credits,
    brushes: brushes.map(({ id, group, sampler = false, note = "", use = "" }) => ({ id, group, sampler, note, use })),
    cover,
    waivers: [...waivers],
  };
}

/** A brush's line in a draft. */
export type Line = Draft["brushes"][number];

/** A line for a brush that is new in a set. */
export function lineOf(id: string): Line {
  return { id, group: "", sampler: false, note: "", use: "" };
}
