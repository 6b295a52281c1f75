import type { Brush } from "../brush";
import { type Quality, qualityNames, qualityRow } from "../qualities/table";
import { writeValue } from "../quality/write-value";
import { sources } from "../response/sources";

/** A brush taken apart: values by the keys of its parts, in their order. Each quality, each setting and each response is one. */
export type Parts = ReadonlyMap<string, unknown>;

const words = ["name", "notes", "tags", "stops", "controls"] as const;
const bodies = ["tip", "trail", "ground", "paint", "standIns"] as const;
type BodyName = (typeof bodies)[number];
const RESPONSE = "response ";
/** The longest key. */
export const PART_KEY_LENGTH = 80;

/** Takes a brush apart. A ground is one part as a whole where `wholeGround` says so, or where there is none. */
export function partsOf(brush: Brush, wholeGround: boolean): Parts {
  const parts = new Map<string, unknown>();
  for (const word of words) if (brush[word] !== undefined) parts.set(word, brush[word]);
  for (const body of bodies) {
    const value = brush[body];
    if (value === null || (body === "ground" && wholeGround)) parts.set(body, value);
    else for (const [field, part] of Object.entries(value)) if (part !== undefined) parts.set(`${body}.${field}`, part);
  }
  for (const response of brush.responses) parts.set(responseKey(parts, response), response);
  return parts;
}

/** Of several responses of one quality by one source, each has its number. */
function responseKey(taken: Parts, { quality, source }: Brush["responses"][number]): string {
  for (let n = 1; ; n++) {
    const key = `${RESPONSE}${quality} ${source} ${n}`;
    if (!taken.has(key)) return key;
  }
}

export function isResponse(key: string): boolean {
  return key.startsWith(RESPONSE);
}

/** Puts parts together: what a brush is read from. */
export function together(parts: Parts, level: number): Record<string, unknown> {
  const whole: Record<string, unknown> = { level, responses: [] };
  for (const [key, value] of parts) {
    const [body, field] = key.split(".");
    if (isResponse(key)) (whole.responses as unknown[]).push(value);
    else if (field === undefined) whole[key] = value;
    else whole[body] = { ...(whole[body] as object | undefined), [field]: value };
  }
  return whole;
}

/** The quality that a part is the value of, if it is one's. */
function qualityOf(key: string): Quality | undefined {
  const [body, field] = key.split(".");
  return qualityNames.find((name) => name === field && qualityRow(name).body === body);
}

const bodyNames: Record<BodyName, string> = {
  tip: "Tip",
  trail: "Trail",
  ground: "Ground",
  paint: "Paint",
  standIns: "Stand-ins",
};
const wordNames: Record<(typeof words)[number], string> = {
  name: "Name",
  notes: "What it is for",
  tags: "Tags",
  stops: "Stops",
  controls: "What painters may change",
};

/** A part in words. */
export function partLabel(key: string): string {
  const quality = qualityOf(key);
  if (quality) return qualityRow(quality).label;
  if (isResponse(key)) {
    const [, name, source, n] = key.split(" ") as [string, Quality, keyof typeof sources, string];
    const label = `${qualityRow(name).label} by ${sources[source].label.toLowerCase()}`;
    return n === "1" ? label : `${label}, ${n}`;
  }
  const [body, field] = key.split(".") as [BodyName, string | undefined];
  if (field !== undefined) return `${bodyNames[body]}: ${spaced(field)}`;
  return wordNames[key as keyof typeof wordNames] ?? bodyNames[body];
}

/** A part's value in a word or two. */
export function partValue(key: string, value: unknown): string {
  const quality = qualityOf(key);
  if (quality && typeof value === "number") return writeValue(value, qualityRow(quality).unit);
  if (value === undefined || value === null) return "none";
  if (isResponse(key)) {
    const { quality: name, low, high } = value as Brush["responses"][number];
    const row = qualityRow(name);
    const unit = row.joins === "multiply" ? "share" : row.unit;
    return `${writeValue(low, unit)} … ${writeValue(high, unit)}`;
  }
  if (Array.isArray(value)) return value.every((one) => typeof one === "string") ? value.join(", ") : "its own";
  if (typeof value === "object") return "kind" in value ? spaced(String(value.kind)) : "its own";
  return String(value);
}

/** `perSecond` as `per second`. */
function spaced(field: string): string {
  return field.replace(/[A-Z]/g, (letter) => ` ${letter.toLowerCase()}`);
}
