import type { Brush } from "@core/brush";
import { type Quality, qualityNames, qualityRow } from "@core/qualities/table";
import type { Body } from "@core/quality/row";
import { type ReactNode, useEffect, useRef, useState } from "react";
import type { Vignettes } from "~/engine/protocol";
import { setKeepStrength } from "../state/commands";
import { useBench, useBenchShared, useRun } from "../state/use-bench";
import { GroundSettings, SmoothButton } from "./ground-settings";
import { IdleProvider, IdleSign } from "./idle";
import { PaintSettings } from "./paint-settings";
import { PlacingLine } from "./placing-line";
import { QualityLine } from "./quality-line";
import { SecondTipRow } from "./second-tip-settings";
import { ShapeLine } from "./shape-line";
import { TrailFigure } from "./trail-figure";
import { TrailSettings } from "./trail-settings";

/** The order in which a tip comes about, and in which its marks are laid. */
const orders: Partial<Record<Body, readonly Quality[]>> = {
  tip: ["hardness", "roundness", "angle", "size"],
  trail: ["spacing", "count", "scatter", "scatterAlong"],
};

/** A body's qualities; those of which nothing is said come after the others. */
function inOrder(body: Body): Quality[] {
  const order = orders[body] ?? [];
  const place = (name: Quality) => (order.includes(name) ? order.indexOf(name) : order.length);
  return qualityNames.filter((name) => qualityRow(name).body === body).sort((a, b) => place(a) - place(b));
}

const FIGURE_HEIGHT = 46;
const FIGURE_WIDTH = 292;
const FIGURE_PAUSE = 90;

/** The bodies of a brush, left to right in the order in which a mark comes about. */
export function Bodies() {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const grained = useBench(({ settings }) => settings.grain !== null);
  const pictures = useVignettes(brush);
  const { tip, trail, ground } = brush;
  const shapeName = tip.shape.kind === "image" ? "picture" : tip.shape.kind;
  const lines = (body: Body) =>
    inOrder(body).map((name) => <QualityLine key={name} name={name} brush={brush} run={run} />);
  return (
    <IdleProvider brush={brush} grained={grained}>
      <div className="grid shrink-0 rounded-lg border border-line bg-panel max-lg:divide-y lg:grid-cols-4 lg:divide-x divide-line">
        <Panel
          title="Tip"
          says={tip.roundness < 1 ? `${shapeName}, ${Math.round(tip.roundness * 100)} % round` : shapeName}
          figure={<Bitmap picture={pictures?.tip} label="One mark of the tip" />}
        >
          <ShapeLine shape={tip.shape} run={run} />
          {lines("tip")}
          <SecondTipRow over={tip.over} run={run} />
          <PlacingLine pivot={tip.pivot} mirror={tip.mirror} run={run} />
        </Panel>
        <Panel title="Trail" says="how marks are laid" figure={<TrailFigure brush={brush} />}>
          {lines("trail")}
          <label className="flex h-[26px] items-center gap-2 pointer-coarse:h-11">
            <span className="flex w-27 shrink-0 items-center">
              <span className="truncate">Keep strength</span>
              <IdleSign of={["keepStrength"]} />
            </span>
            <input
              type="checkbox"
              className="size-[18px] accent-act"
              checked={trail.keepStrength}
              onChange={(event) => run(setKeepStrength(event.target.checked))}
            />
            <span className="truncate text-[13px] text-soft">when spacing changes</span>
          </label>
          <TrailSettings trail={trail} standIns={brush.standIns} run={run} />
        </Panel>
        <Panel
          title="Ground"
          says={ground ? `${ground.grain.kind}, ${ground.law}` : "smooth"}
          figure={<Bitmap picture={pictures?.ground} label="A stroke on the ground, pressed harder and harder" />}
        >
          <GroundSettings ground={ground} run={run} />
          {ground && lines("ground")}
          {ground && <SmoothButton run={run} />}
        </Panel>
        <Panel
          title="Paint"
          says="one to seven passes"
          figure={<Bitmap picture={pictures?.paint} label="Coverage after one to seven passes" />}
        >
          <PaintSettings brush={brush} run={run} />
        </Panel>
      </div>
    </IdleProvider>
  );
}

/** Small pictures of what the bodies do; older ones stay until newer ones are there. */
function useVignettes(brush: Brush): Vignettes | undefined {
  const { engine } = useBenchShared();
  const colours = useBench(({ settings }) => settings.colours);
  const grain = useBench(({ settings }) => settings.grain);
  const [pictures, setPictures] = useState<Vignettes>();
  // The proofs come first: the small pictures wait until the brush, its colours and the paper rest for a moment.
  // biome-ignore lint/correctness/useExhaustiveDependencies: the engine knows the colours and the grain
  useEffect(() => {
    const ask = () => {
      engine.current
        ?.vignettes(brush, FIGURE_WIDTH, FIGURE_HEIGHT)
        // What is wrong with a brush its proofs say.
        .then(setPictures, () => undefined);
    };
    const timer = setTimeout(ask, FIGURE_PAUSE);
    return () => clearTimeout(timer);
  }, [brush, engine, colours, grain]);
  return pictures;
}

function Panel({
  title,
  says,
  figure,
  children,
}: {
  title: string;
  says: string;
  figure: ReactNode;
  children: ReactNode;
}) {
  return (
    <section aria-label={title} className="min-w-0 px-3.5 py-2.5">
      <div className="mb-1.5 flex items-baseline justify-between">
        <h2 className="font-semibold font-serif text-base">{title}</h2>
        <p className="truncate text-[12px] text-soft">{says}</p>
      </div>
      <div className="sheet mb-1.5 h-13 overflow-hidden rounded border border-line">{figure}</div>
      {children}
    </section>
  );
}

function Bitmap({ picture, label }: { picture: ImageBitmap | undefined; label: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    if (picture && picture.width > 0) canvas.current?.getContext("bitmaprenderer")?.transferFromImageBitmap(picture);
  }, [picture]);
  return (
    <canvas
      ref={canvas}
      role="img"
      aria-label={label}
      width={FIGURE_WIDTH}
      height={FIGURE_HEIGHT}
      className="mx-auto h-full object-contain"
    />
  );
}
