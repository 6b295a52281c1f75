import { type Fade, fadeShapes } from "@core/desk/tip/fade";
import { useState } from "react";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { CheckLine } from "~/ui/settings/check-line";
import { RangeLine } from "~/ui/settings/range-line";
import { Card } from "../../shared/card";
import type { AimProps } from "./do";

interface Props extends AimProps {
  /** The fade that is being laid over the sheet. */
  readonly fade: Fade;
  readonly onFade: (fade: Fade) => void;
}

/** A fade over half a sheet's width, from its middle to the right. */
export function fadeOf(width: number, height: number): Fade {
  return { shape: "straight", x0: width / 2, y0: height / 2, x1: width, y1: height / 2, full: 0, turned: false };
}

/** Lets the tip fade along a line or outward from a place: drawn on the sheet, looked at there, and done. */
export function FadeCard({ sheet, engine, fade, onFade }: Props) {
  return (
    <Card title="Fade">
      <p className="mb-1 text-[13px] text-soft">
        Drag on the sheet from where it begins to where nothing is left; what goes is paled.
      </p>
      <Segments
        label="How it fades"
        name="fade"
        options={fadeShapes}
        value={fade.shape}
        onPick={(shape) => onFade({ ...fade, shape })}
      />
      <RangeLine
        label="Stays full over"
        value={fade.full}
        low={0}
        high={0.99}
        step={0.01}
        unit="%"
        onChange={(full) => onFade({ ...fade, full })}
        onDone={() => undefined}
      />
      <CheckLine label="The other way round" value={fade.turned} onChange={(turned) => onFade({ ...fade, turned })} />
      <div className="mt-1 flex gap-1.5">
        <Button kind="act" className="h-7" onClick={() => engine.tell("step", { kind: "fade", ...fade })}>
          Fade it
        </Button>
        <Button className="h-7" onClick={() => onFade({ ...fadeOf(sheet.width, sheet.height), shape: fade.shape })}>
          Lay it anew
        </Button>
      </div>
      <OneSided engine={engine} />
    </Card>
  );
}

/** The one-sided shape, drawn with as much of it full as one likes; each look is a step that can be taken back. */
function OneSided({ engine }: Pick<AimProps, "engine">) {
  const [full, setFull] = useState(0.5);
  return (
    <div className="mt-2.5 border-line border-t pt-2">
      <h3 className="font-semibold font-serif">One-sided shape</h3>
      <RangeLine
        label="Stays full"
        value={full}
        low={0}
        high={1}
        step={0.01}
        unit="%"
        onChange={setFull}
        onDone={() => engine.tell("step", { kind: "one-sided", full })}
      />
      <Button className="mt-1 h-7" onClick={() => engine.tell("step", { kind: "one-sided", full })}>
        Draw it on the sheet
      </Button>
    </div>
  );
}
