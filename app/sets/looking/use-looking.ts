import { valuesText } from "@core/brush";
import type { MarkCost } from "@core/measure/cost";
import { measuresApart, NEARLY_ALIKE } from "@core/measure/likeness";
import type { Material, PictureFacts } from "@core/preflight";
import type { ShelfRow } from "@server/shelf/find";
import { useEffect, useRef, useState } from "react";
import { openPort, type Port } from "~/port/open-port";
import type { Looking } from "./protocol";

/** Two brushes that look nearly alike. */
export interface Pair {
  readonly a: string;
  readonly b: string;
  /** Mean ΔE over five proofs. */
  readonly apart: number;
}

/** What looking at a set has found so far. */
export interface Looked {
  readonly costs: ReadonlyMap<string, MarkCost>;
  readonly pictures: ReadonlyMap<string, PictureFacts>;
  readonly materials: ReadonlyMap<string, readonly Material[]>;
  readonly pairs: readonly Pair[];
  /** How many brushes and pairs are still to be looked at. */
  readonly left: number;
}

/** Brushes farther apart by what they measure need not be painted to be told apart. */
const FAR = 0.22;
/** The most pairs that are painted: those that measure most alike. */
const MOST_PAIRS = 60;

const nothing: Omit<Looked, "left"> = { costs: new Map(), pictures: new Map(), materials: new Map(), pairs: [] };

/** Looks at the brushes of a set in a worker, one after the other; what is known of a brush is not asked again. */
export function useLooking(setId: string, members: readonly ShelfRow[]): Looked {
  const [looked, setLooked] = useState<Looked>({ ...nothing, left: members.length });
  const port = useRef<Port<Looking>>(undefined);
  const facts = useRef(
    new Map<string, { readonly cost: MarkCost; readonly pictures: ReadonlyMap<string, PictureFacts> }>(),
  );
  const aparts = useRef(new Map<string, number>());
  useEffect(() => {
    port.current = openPort<Looking>(new Worker(new URL("./look.worker.ts", import.meta.url), { type: "module" }));
    return () => port.current?.close();
  }, []);

  const key = members.map(({ id, revision, judgement }) => `${id} ${revision} ${judgement ? 1 : 0}`).join(" ");
  // biome-ignore lint/correctness/useExhaustiveDependencies: members are told by their revisions
  useEffect(() => {
    let wanted = true;
    const brushes = new Map(members.map(({ id, brush }) => [id, { brush, text: valuesText(brush) }]));
    const pairs = nearPairs(members);
    let left = members.length + pairs.length;
    const tell = (materials?: ReadonlyMap<string, readonly Material[]>) => {
      if (!wanted) return;
      const costs = new Map<string, MarkCost>();
      const pictures = new Map<string, PictureFacts>();
      for (const [id, { text }] of brushes) {
        const known = facts.current.get(text);
        if (!known) continue;
        costs.set(id, known.cost);
        for (const [path, fact] of known.pictures) pictures.set(path, fact);
      }
      const alike = pairs.flatMap(([a, b]): Pair[] => {
        const apart = aparts.current.get(pairKey(brushes, a, b));
        return apart !== undefined && apart < NEARLY_ALIKE ? [{ a, b, apart }] : [];
      });
      setLooked((before) => ({ costs, pictures, pairs: alike, left, materials: materials ?? before.materials }));
    };
    const work = async () => {
      tell();
      const query = members.map(({ id }) => `id=${id}`).join("&");
      const answer = await fetch(`/sets/${setId}/materials.json?${query}`).catch(() => undefined);
      if (answer?.ok) tell(new Map(Object.entries((await answer.json()) as Record<string, readonly Material[]>)));
      for (const { brush, text } of brushes.values()) {
        if (!wanted) return;
        const found = facts.current.get(text) ?? (await port.current?.call("facts", brush).catch(() => undefined));
        if (found) facts.current.set(text, found);
        left--;
        tell();
      }
      for (const [a, b] of pairs) {
        const [one, other] = [brushes.get(a)?.brush, brushes.get(b)?.brush];
        if (!wanted || !one || !other) return;
        const at = pairKey(brushes, a, b);
        const apart =
          aparts.current.get(at) ?? (await port.current?.call("apart", [one, other]).catch(() => undefined));
        if (apart !== undefined) aparts.current.set(at, apart);
        left--;
        tell();
      }
    };
    void work();
    return () => {
      wanted = false;
    };
  }, [setId, key]);
  return looked;
}

function pairKey(brushes: ReadonlyMap<string, { readonly text: string }>, a: string, b: string): string {
  return `${brushes.get(a)?.text} ${brushes.get(b)?.text}`;
}

/** The pairs that measure most alike, the nearest first. */
function nearPairs(members: readonly ShelfRow[]): [string, string][] {
  const known = members.flatMap(({ id, judgement }) => (judgement ? [{ id, measured: judgement.measured }] : []));
  const pairs = known.flatMap((one, i) =>
    known.slice(i + 1).map((other) => ({ a: one.id, b: other.id, way: measuresApart(one.measured, other.measured) })),
  );
  return pairs
    .filter(({ way }) => way < FAR)
    .sort((p, q) => p.way - q.way)
    .slice(0, MOST_PAIRS)
    .map(({ a, b }) => [a, b]);
}
