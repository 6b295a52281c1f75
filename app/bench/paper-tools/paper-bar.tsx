import { uses } from "@core/brush";
import { keepsPaint } from "@core/paint/spend";
import { Droplet, Droplets, Eraser, FlipHorizontal, Maximize, Spline, Wind } from "lucide-react";
import { type ReactNode, useSyncExternalStore } from "react";
import { closedBecause } from "~/engine/own-layers";
import { isUpright, upright } from "~/paper/window/framing";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { counted } from "~/ui/words";
import { useBench, useBenchShared } from "../state/use-bench";
import { seeLayers, setUse, toggleKeptWet, toggleWhole } from "../state/view-commands";
import { LayersMenu } from "./layers-menu";
import { LightMenu } from "./light-menu";
import { StandInMenu } from "./stand-in-menu";
import { ViewMenu } from "./view-menu";

/** What the maker's own strokes do, how the paper is looked at, and what becomes of the strokes. */
export function PaperBar() {
  const { store, engine, frame } = useBenchShared();
  const framing = useSyncExternalStore(frame.subscribe, frame.get, frame.get);
  const { run } = store;
  const { use, keptWet, layers, whole } = useBench(({ view }) => view);
  const wets = useBench(({ brush: { paint } }) => paint.water > 0);
  const { count, kept } = useBench(({ paper }) => paper.acts);
  const dips = useBench(({ brush: { paint } }) => keepsPaint(paint));
  return (
    <div className="flex shrink-0 flex-wrap items-center gap-1 py-0.5">
      <span role="status" className="mr-1 text-[12px] text-soft max-md:hidden">
        {closedBecause(layers) ??
          (count === 0 ? "draw anywhere" : counted(count, "stroke of yours", "strokes of yours"))}
        {!kept && " · not kept in this browser"}
      </span>
      <Segments
        label="What my strokes do"
        name="use"
        options={uses}
        value={use}
        onPick={(next) => run(setUse(next))}
        className="mr-1"
      />
      {dips && (
        <Tool label="Wipe the brush and dip it again (U)" onPress={() => engine.current?.refill()}>
          <Droplet aria-hidden size={15} />
        </Tool>
      )}
      {wets && (
        <Tool
          label="Keep the paper wet: my washes do not dry by time"
          pressed={keptWet}
          onPress={() => run(toggleKeptWet)}
        >
          <Droplets aria-hidden size={15} />
        </Tool>
      )}
      <Tool
        label="Let it dry: what I paint next lies on it, and mixes with none of it (Y)"
        disabled={count === 0}
        onPress={() => engine.current?.dry()}
      >
        <Wind aria-hidden size={15} />
      </Tool>
      <LightMenu />
      <Tool
        label="Look at the paper in a mirror"
        pressed={framing.mirrored}
        onPress={() => frame.set({ ...framing, mirrored: !framing.mirrored })}
      >
        <FlipHorizontal aria-hidden size={15} />
      </Tool>
      <Tool
        label={`Seen at ${Math.round(framing.zoom * 100)} %${framing.turn ? `, turned by ${Math.round(framing.turn)}°` : ""}: show it as it lies (Z)`}
        disabled={isUpright(framing)}
        onPress={() => frame.set(upright(framing))}
      >
        <span className="font-mono text-[12.5px]">{Math.round(framing.zoom * 100)} %</span>
      </Tool>
      <Tool label="The paper takes the whole window (F)" pressed={whole} onPress={() => run(toggleWhole)}>
        <Maximize aria-hidden size={15} />
      </Tool>
      <Tool
        label={layers.proofsShown ? "Hide the proofs" : "Show the proofs"}
        pressed={layers.proofsShown}
        onPress={() => run(seeLayers({ ...layers, proofsShown: !layers.proofsShown }))}
      >
        <Spline aria-hidden size={15} />
      </Tool>
      <StandInMenu />
      <LayersMenu />
      <ViewMenu />
      <Tool label="Clear my strokes" disabled={count === 0} onPress={() => engine.current?.clear()}>
        <Eraser aria-hidden size={15} />
      </Tool>
    </div>
  );
}

function Tool({
  label,
  pressed,
  disabled,
  onPress,
  children,
}: {
  label: string;
  pressed?: boolean;
  disabled?: boolean;
  onPress: () => void;
  children: ReactNode;
}) {
  return (
    <Button
      kind="quiet"
      className={`px-1.5 ${pressed ? "text-act!" : ""}`}
      disabled={disabled}
      aria-pressed={pressed}
      aria-label={label}
      title={label}
      onClick={onPress}
    >
      {children}
    </Button>
  );
}
