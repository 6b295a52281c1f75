import { stanceFromLean, tiltFromStance } from "../../hand/orient";
import type { Hand, Sample } from "../../hand/sample";

interface Channel {
  readonly name: string;
  readonly attributes: string;
  readonly value: (sample: Sample) => number | undefined;
}

const tilts = (s: Sample) => (s.tilt === undefined ? undefined : tiltFromStance(stanceFromLean(s.tilt, s.lean ?? 0)));

const channels: readonly Channel[] = [
  { name: "X", attributes: 'type="decimal" units="px"', value: (s) => s.x },
  { name: "Y", attributes: 'type="decimal" units="px"', value: (s) => s.y },
  { name: "F", attributes: 'type="decimal" min="0" max="1"', value: (s) => s.pressure },
  { name: "T", attributes: 'type="decimal" units="ms"', value: (s) => s.time },
  { name: "OTx", attributes: 'type="decimal" units="deg"', value: (s) => tilts(s)?.tiltX },
  { name: "OTy", attributes: 'type="decimal" units="deg"', value: (s) => tilts(s)?.tiltY },
  { name: "OR", attributes: 'type="decimal" units="deg"', value: (s) => s.twist },
];

/**
 * Writes a hand as W3C InkML (Recommendation of 20 September 2011). Channels that no reading of a stroke has are left out:
 * strokes of different pens have contexts of their own.
 */
export function writeInkml(hand: Hand): string {
  const pens = new Map<string, { readonly id: string; readonly known: readonly Channel[] }>();
  const traces = hand.strokes.map((stroke) => {
    const known = channels.filter((c) => stroke.some((s) => c.value(s) !== undefined));
    const key = known.map(({ name }) => name).join();
    const pen = pens.get(key) ?? { id: pens.size === 0 ? "pen" : `pen${pens.size + 1}`, known };
    pens.set(key, pen);
    const points = stroke.map((s) => known.map((c) => plain(c.value(s) ?? 0)).join(" ")).join(", ");
    return `  <trace contextRef="#${pen.id}">${points}</trace>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>
<ink xmlns="http://www.w3.org/2003/InkML">
  <annotation type="name">${escapeXml(hand.name)}</annotation>
  <definitions>
${[...pens.values()].map(contextOf).join("\n")}
  </definitions>
${traces.join("\n")}
</ink>
`;
}

function contextOf({ id, known }: { readonly id: string; readonly known: readonly Channel[] }): string {
  const format = known.map((c) => `        <channel name="${c.name}" ${c.attributes}/>`).join("\n");
  return `    <context xml:id="${id}">
      <traceFormat>
${format}
      </traceFormat>
    </context>`;
}

// Decimal without exponent, as InkML's grammar wants it; the shortest text that reads back as the same number.
function plain(value: number): string {
  const text = String(value);
  return text.includes("e") ? value.toFixed(12).replace(/\.?0+$/, "") : text;
}

const entities: Record<string, string> = { "<": "&lt;", ">": "&gt;", "&": "&amp;", '"': "&quot;", "'": "&apos;" };

function escapeXml(text: string): string {
  return text.replace(/[<>&"']/g, (c) => entities[c]);
}
