import { differences } from "@core/brush";
import type { HandChoice } from "@core/hand/drawn";
import type { Hand as DrawnHand } from "@core/hand/sample";
import { simulatedHands } from "@core/hand/simulate";
import { bedFor, bedRoom } from "@core/stroke/bed";
import { stripScene } from "@core/stroke/strip-scene";
import { useMemo, useState } from "react";
import { Link, useSearchParams } from "react-router";
import { useKeptDraft } from "~/keeping/use-kept-draft";
import { DifferenceStrip } from "~/measuring/difference-strip";
import { LiveStrip } from "~/measuring/live-strip";
import { measureWords } from "~/measuring/measure-words";
import type { Below } from "~/measuring/protocol";
import { type BrushPair, useApart } from "~/sets/looking/use-apart";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { TopBar } from "~/ui/top-bar";
import { TraitList } from "~/ui/traits/trait-sign";
import { counted } from "~/ui/words";
import type { Route } from "./+types/route";
import { OwnHand, ownHandSchema } from "./own-hand";

export { loader } from "./compare.server";

export const meta: Route.MetaFunction = () => [{ title: "Compare · Brosse" }];

const OWN = "own";
type Hand = keyof typeof simulatedHands | typeof OWN;
const WIDTH = 360;
const HEIGHT = 90;
const usual: readonly Hand[] = ["slow-swell", "light-to-heavy", "dots"];
const WET = "wet";
const BARE = "bare";

/** Brushes on the same strokes, side by side: what they look like, what they measure, how far each is from the first. */
export default function Compare({ loaderData: { rows, like, account } }: Route.ComponentProps) {
  const [params, setParams] = useSearchParams();
  const [hands, setHands] = useState(usual);
  const [own, setOwn] = useState<DrawnHand>();
  useKeptDraft(`compare hand ${account}`, own, (kept) => ownHandSchema.safeParse(kept).data, setOwn);
  /** Until it is chosen: what is fair to all of them. */
  const [chosenBelow, setBelow] = useState<string>();
  const brushes = useMemo(() => rows.map(({ brush }) => brush), [rows]);
  const pairs = useMemo(() => brushes.map((brush): BrushPair => [brushes[0], brush]), [brushes]);
  const aparts = useApart(pairs);
  const scale = useMemo(
    () => Math.min(1, ...brushes.map((b) => stripScene(b, WIDTH, HEIGHT).brush.tip.size / b.tip.size)),
    [brushes],
  );
  const laid = chosenBelow ?? (bedFor(brushes, bedRoom(WIDTH, HEIGHT)) ? WET : BARE);
  const over = rows.find(({ id }) => id === laid)?.brush;
  const below = useMemo(
    (): Below => (over ? { kind: "paint", brush: over } : laid === WET ? { kind: "bed", brushes } : { kind: "bare" }),
    [over, laid, brushes],
  );
  const setHand = (n: number, hand: Hand) => setHands(hands.map((one, i) => (i === n ? hand : one)));
  const drawn = (hand: Hand): HandChoice | undefined => (hand === OWN ? own : hand);
  const first = rows[0];
  const leave = (id: string) => {
    const next = new URLSearchParams();
    for (const row of rows) if (row.id !== id) next.append("id", row.id);
    setParams(next, { replace: true });
  };
  const lead = (id: string) => {
    const next = new URLSearchParams();
    for (const one of [id, ...rows.map((row) => row.id).filter((other) => other !== id)]) next.append("id", one);
    setParams(next, { replace: true });
  };
  return (
    <>
      <TopBar>
        <h1 className="font-medium font-serif text-lg">{like ? `What is like “${like}”` : "Compare"}</h1>
        <span className="text-soft">
          {counted(rows.length, "brush", "brushes")}
          {scale < 0.995 && `, all at ${Math.max(1, Math.round(scale * 100))} % of their size`}
        </span>
        <label className="ml-auto flex items-center gap-2 text-[13px]">
          Over
          <select className={box} value={laid} onChange={(event) => setBelow(event.target.value)}>
            <option value={BARE}>bare paper</option>
            <option value={WET}>wet paint, the same under each</option>
            {rows.map(({ id, brush }) => (
              <option key={id} value={id}>
                the paint of {brush.name}
              </option>
            ))}
          </select>
        </label>
      </TopBar>
      <main className="mx-4.5 my-3">
        {!first ? (
          <div className="sheet border border-line px-8 py-16 text-center">
            <p className="font-serif text-2xl">Nothing to compare</p>
            <p className="mt-2 text-soft">
              Choose two to twelve brushes on your{" "}
              <Link className="underline underline-offset-4" to="/shelf">
                shelf
              </Link>
              , or ask there what else is like one.
            </p>
          </div>
        ) : (
          <div className="overflow-x-auto">
            {hands.includes(OWN) && <OwnHand hand={own} onHand={setOwn} />}
            <table className="sheet w-full border border-line text-left">
              <thead>
                <tr className="border-line border-b text-[13px] text-soft">
                  <th scope="col" className="px-3 py-1.5 font-normal">
                    Brush
                  </th>
                  {hands.map((hand, n) => (
                    // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
                    <th key={n} scope="col" className="px-2 py-1.5 font-normal">
                      <select
                        aria-label={`Hand ${n + 1}`}
                        className={box}
                        value={hand}
                        onChange={(event) => setHand(n, event.target.value as Hand)}
                      >
                        <option value={OWN}>my own, drawn here</option>
                        {Object.keys(simulatedHands).map((name) => (
                          <option key={name} value={name}>
                            {name.replaceAll("-", " ")}
                          </option>
                        ))}
                      </select>
                    </th>
                  ))}
                  <th scope="col" className="px-2 py-1.5 font-normal">
                    against the first
                  </th>
                  <th scope="col" className="px-2 py-1.5 font-normal">
                    measures
                  </th>
                </tr>
              </thead>
              <tbody className="divide-y divide-line">
                {rows.map(({ id, brush, judgement }, n) => (
                  <tr key={id} className="align-top">
                    <th scope="row" className="w-52 px-3 py-2 font-normal">
                      <Link
                        to={`/bench/${id}`}
                        className="font-medium font-serif text-lg leading-tight hover:underline"
                      >
                        {brush.name}
                      </Link>
                      {judgement && <TraitList names={judgement.traits} />}
                      <span className="flex gap-1">
                        {n > 0 && (
                          <Button kind="quiet" className="h-6 px-0 text-[13px]" onClick={() => lead(id)}>
                            Put first
                          </Button>
                        )}
                        {rows.length > 1 && (
                          <Button kind="quiet" className="h-6 px-1 text-[13px]" onClick={() => leave(id)}>
                            Leave out
                          </Button>
                        )}
                      </span>
                    </th>
                    {hands.map((hand, column) => (
                      // biome-ignore lint/suspicious/noArrayIndexKey: a column is its place
                      <td key={column} className="min-w-44 px-1 py-1">
                        {drawn(hand) && (
                          <LiveStrip
                            brush={brush}
                            hand={drawn(hand)}
                            scale={scale}
                            below={below}
                            width={WIDTH}
                            height={HEIGHT}
                            label={`${brush.name}, ${hand === OWN ? "your own hand" : hand.replaceAll("-", " ")}`}
                          />
                        )}
                      </td>
                    ))}
                    <td className="min-w-44 px-1 py-1">
                      {n === 0 ? (
                        <p className="p-2 text-[13px] text-soft">all others are compared with this one</p>
                      ) : (
                        <>
                          <DifferenceStrip
                            from={first.brush}
                            to={brush}
                            hand={drawn(hands[0]) ?? "slow-swell"}
                            scale={scale}
                            below={below}
                            width={WIDTH}
                            height={HEIGHT}
                          />
                          <p className="text-[12.5px]">
                            {aparts[n] === undefined ? "…" : `mean ΔE ${aparts[n].toFixed(1)} over five proofs`},{" "}
                            {counted(differences(first.brush, brush).length, "setting differs", "settings differ")}
                          </p>
                        </>
                      )}
                    </td>
                    <td className="min-w-44 px-2 py-2">
                      <Numbers judgement={judgement} against={n > 0 ? first.judgement : undefined} />
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
        {like && params.has("like") && rows.length === 1 && (
          <p className="mt-3 text-soft">No other brush of your shelf has been measured yet: come back in a minute.</p>
        )}
      </main>
    </>
  );
}

type Judged = Route.ComponentProps["loaderData"]["rows"][number]["judgement"];

/** What a brush measures, and how much more or less than another. */
function Numbers({ judgement, against }: { readonly judgement: Judged; readonly against: Judged }) {
  if (!judgement) return <p className="text-[13px] text-soft">not measured yet</p>;
  const others = against && measureWords(against.measured);
  return (
    <dl className="grid grid-cols-[1fr_auto_auto] gap-x-2 text-[12.5px]">
      {measureWords(judgement.measured).map(({ name, says, title, share }) => {
        const other = others?.find((word) => word.title === title);
        const differs = other !== undefined && Math.abs(share - other.share) > 0.02;
        return (
          <div key={title} className="contents" title={title}>
            <dt className="text-soft">{name}</dt>
            <dd className="text-right font-mono">{says}</dd>
            <dd className="w-4 text-soft">
              {differs && (share > other.share ? "↑" : "↓")}
              {differs && (
                <span className="sr-only">{share > other.share ? "more than the first" : "less than the first"}</span>
              )}
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
