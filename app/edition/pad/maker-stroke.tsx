import type { Sample } from "@core/hand/sample";
import { slowSwell } from "@core/hand/simulate";
import { useRef, useState } from "react";
import type { StudySession } from "~/easel/state/session";
import { useStudy } from "~/easel/state/use-study";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";

/** With what a stroke is drawn: each has fewer signals than the one before. */
const pens = {
  pen: ({ ...sample }: Sample): Sample => sample,
  "pen without tilt": ({ tilt: _tilt, lean: _lean, twist: _twist, ...sample }: Sample): Sample => sample,
  mouse: ({ x, y, time }: Sample): Sample => ({ x, y, time }),
} as const;

/** How many of them find room. */
const ROWS = 4;
type PenName = keyof typeof pens;
const penNames = Object.keys(pens) as PenName[];

/** Lays the stroke that the specimen shows, as a pen or a poorer one would draw it: so one sees what one's own can do. */
export function MakerStroke({
  session,
  chosen,
  size,
}: {
  readonly session: StudySession;
  readonly chosen: string;
  /** Of the pad, px. */
  readonly size: { readonly width: number; readonly height: number };
}) {
  const [pen, setPen] = useState<PenName>("pen");
  const ready = useStudy((state) => state.sheet !== undefined);
  const first = useStudy((state) => state.first);
  const values = useStudy((state) => state.values[state.brush]);
  const sheet = useStudy((state) => state.sheet);
  const laid = useRef(0);
  const replay = () => {
    if (!sheet) return;
    // One stroke lies below the other, from the top again when the sheet is full.
    const high = size.height / ROWS;
    const top = high * (0.15 + (laid.current++ % ROWS));
    const { strokes } = slowSwell({ left: size.width * 0.1, top, width: size.width * 0.8, height: high * 0.7 });
    session.lay({ brush: chosen, values: values ?? {}, colour: first }, strokes[0].map(pens[pen]));
  };
  return (
    <div className="flex flex-wrap items-center gap-2 px-3 pb-2">
      <Button className="h-7" disabled={!ready} onClick={replay}>
        Replay the maker’s stroke
      </Button>
      <span className="text-[13px] text-soft">as drawn with a</span>
      <Segments label="What it is drawn with" name="maker-pen" options={penNames} value={pen} onPick={setPen} tight />
    </div>
  );
}
