import { useState } from "react";
import { Segments } from "~/ui/segments";
import { BitmapView } from "../shared/bitmap-view";
import { DEPTHS, STROKES_HEIGHT, STROKES_WIDTH } from "./grain-strokes";
import type { GrainDeskState } from "./use-grain-desk";

const views = ["as it tiles", "moved by half", "once"] as const;

/** The grain as it tiles, and strokes on it by each law. */
export function GrainViews({ grain, strokes }: Pick<GrainDeskState, "grain" | "strokes">) {
  const [view, setView] = useState<(typeof views)[number]>("as it tiles");
  return (
    <div className="flex min-h-0 min-w-0 flex-col gap-3">
      <section
        aria-label="The grain"
        className="sheet relative min-h-60 flex-1 overflow-hidden border border-line shadow-sm"
      >
        <BitmapView
          picture={grain?.picture}
          repeat={view !== "once"}
          half={view === "moved by half"}
          label={`The grain ${view}`}
        />
        <Segments
          label="How the grain is shown"
          name="view"
          options={views}
          value={view}
          onPick={setView}
          className="absolute top-2 right-2"
        />
      </section>
      <section aria-label="Strokes on the grain" className="sheet border border-line">
        <div className="flex justify-around border-line border-b py-0.5 pl-14 text-[12px] text-soft">
          {DEPTHS.map((depth) => (
            <span key={depth}>depth {Math.round(depth * 100)} %</span>
          ))}
        </div>
        <div className="flex">
          <div className="flex w-14 flex-col justify-around border-line border-r text-center text-[12px] text-soft">
            <span>peaks</span>
            <span>print</span>
            <span>pool</span>
          </div>
          <div className="min-w-0 flex-1" style={{ aspectRatio: `${STROKES_WIDTH} / ${STROKES_HEIGHT}` }}>
            <BitmapView
              picture={strokes}
              fit
              label="A dry stroke, a wash and a slow swell in each law at three depths"
            />
          </div>
        </div>
      </section>
    </div>
  );
}
