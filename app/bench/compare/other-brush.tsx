import { type Brush, mixBrushes, swapBody } from "@core/brush";
import type { Body } from "@core/quality/row";
import { Slider } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { BrushChoice, type ChosenBrush } from "~/finding/brush-choice";
import { Button } from "~/ui/button";
import { takeBrush } from "../state/commands";
import { seal } from "../state/steps";
import { useBench, useRun } from "../state/use-bench";
import { closeOverlay } from "../state/view-commands";

const bodies: readonly Body[] = ["tip", "trail", "ground", "paint"];

/** Another brush of the shelf beside this one: one of its bodies is taken over, or the two are mixed. */
export function OtherBrush() {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const [chosen, setChosen] = useState<ChosenBrush>();
  const [share, setShare] = useState(0);
  /** What the brush was when the other one was chosen: mixing begins there, however often the slider moves. */
  const begun = useRef(brush);
  const other = chosen?.brush;
  const mixed = useRef<Brush>(undefined);

  // Whatever else changes the brush is what mixing begins with from then on.
  useEffect(() => {
    if (brush === mixed.current) return;
    begun.current = brush;
    setShare(0);
  }, [brush]);

  const mix = (next: number) => {
    if (!other) return;
    setShare(next);
    mixed.current = mixBrushes(begun.current, other, next);
    run(takeBrush(mixed.current, `mix with ${other.name}`, "mix"));
  };
  const swap = (body: Body) => other && run(takeBrush(swapBody(brush, other, body), `${body} of ${other.name}`));
  return (
    <section
      aria-label="Another brush"
      className="absolute right-2 bottom-2 z-10 flex flex-wrap items-center gap-x-3 gap-y-1.5 rounded-lg border border-line bg-panel px-3 py-2 shadow-sm"
    >
      <BrushChoice
        label="The other brush"
        chosen={chosen}
        none="another brush of yours…"
        onChoose={setChosen}
        className="w-52"
      />
      <fieldset className="flex items-center gap-1" disabled={!other}>
        <legend className="sr-only">Take one of its bodies, or begin again from all of it</legend>
        <span className="mr-0.5 text-[13px] text-soft">take its</span>
        {bodies.map((body) => (
          <Button key={body} className="h-7 px-2 capitalize" onClick={() => swap(body)}>
            {body}
          </Button>
        ))}
        <Button
          className="h-7 px-2"
          onClick={() => other && run(takeBrush(mixBrushes(brush, other, 1), `everything of ${other.name}`))}
        >
          Everything
        </Button>
      </fieldset>
      <div className="flex items-center gap-2">
        <span className="text-[13px] text-soft">or mix</span>
        <Slider.Root
          className="relative flex h-[24px] w-36 touch-none items-center data-disabled:opacity-45"
          disabled={!other}
          min={0}
          max={100}
          step={1}
          value={[Math.round(share * 100)]}
          onValueChange={([value]) => mix(value / 100)}
          onValueCommit={() => run(seal)}
        >
          <Slider.Track className="relative h-0.75 grow rounded bg-line">
            <Slider.Range className="absolute h-full rounded bg-ink" />
          </Slider.Track>
          <Slider.Thumb
            aria-label="Share of the other brush"
            className="grid size-[24px] cursor-grab place-items-center rounded-full pointer-coarse:size-10"
          >
            <span className="block size-3 rounded-full border border-ink bg-raised pointer-coarse:size-6" />
          </Slider.Thumb>
        </Slider.Root>
        <span className="w-11 text-right font-mono text-[13px]">{Math.round(share * 100)} %</span>
      </div>
      <Button kind="quiet" className="h-7 text-[13px]" onClick={() => run(closeOverlay)}>
        Done
      </Button>
    </section>
  );
}
