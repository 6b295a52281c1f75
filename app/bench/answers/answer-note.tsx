import { samplesOfTrace } from "@core/study/trace";
import type { Answer } from "@server/answers/repository";
import { Link } from "react-router";
import { Button } from "~/ui/button";
import { useBenchShared } from "../state/use-bench";

/** The margin that a painter's stroke keeps on the bench's paper, as a share of it. */
const MARGIN = 0.12;

/** What a painter has answered, with a way to see their stroke drawn again by this brush. */
export function AnswerNote({ answer }: { answer: Answer }) {
  const { engine, store } = useBenchShared();
  const replay = () => {
    const { stroke } = answer;
    const paper = store.get().paper.size;
    if (!stroke || !engine.current || !paper) return;
    const { size, colour, use, seed } = stroke;
    const { samples, scale } = placed(samplesOfTrace(stroke.trace, 0), paper);
    engine.current.replay({ samples, size: size * scale, colour, use, seed });
  };
  return (
    <div className="flex flex-wrap items-center gap-3 rounded-md border border-line bg-panel px-3.5 py-1.5">
      <p className="min-w-0 flex-1">
        <span className="text-soft">
          {answer.from ?? "A painter"} answered edition {answer.version}:
        </span>{" "}
        {answer.kind}
        {answer.says && `, “${answer.says}”`}
        {answer.stroke && (
          <span className="text-soft">
            {" "}
            with {Number(answer.stroke.size.toFixed(1))} px,{" "}
            {answer.stroke.use === "paint" ? "painting" : answer.stroke.use === "smudge" ? "smudging" : "erasing"}
          </span>
        )}
      </p>
      {answer.stroke && (
        <Button className="h-7" onClick={replay}>
          Replay their stroke
        </Button>
      )}
      <Link to="." className="text-soft underline underline-offset-4">
        Put it away
      </Link>
    </div>
  );
}

/** A stroke moved, and made smaller where it must be, to lie on a paper; and how much smaller. */
function placed(
  samples: ReturnType<typeof samplesOfTrace>,
  paper: { readonly width: number; readonly height: number },
): { readonly samples: ReturnType<typeof samplesOfTrace>; readonly scale: number } {
  const [xs, ys] = [samples.map(({ x }) => x), samples.map(({ y }) => y)];
  const [left, top] = [Math.min(...xs), Math.min(...ys)];
  const [wide, high] = [Math.max(...xs) - left, Math.max(...ys) - top];
  const scale = Math.min(
    1,
    (paper.width * (1 - 2 * MARGIN)) / Math.max(wide, 1),
    (paper.height * (1 - 2 * MARGIN)) / Math.max(high, 1),
  );
  const moved = samples.map((sample) => ({
    ...sample,
    x: (paper.width - wide * scale) / 2 + (sample.x - left) * scale,
    y: (paper.height - high * scale) / 2 + (sample.y - top) * scale,
  }));
  return { samples: moved, scale };
}
