import { type Shape, type ShapeKind, shapeKinds, shapeOf } from "@core/tip/shape";
import { SlidersHorizontal } from "lucide-react";
import { Popover } from "radix-ui";
import { type Command, seal, setShape } from "./state";

interface Parameter {
  readonly name: string;
  readonly label: string;
  readonly low: number;
  readonly high: number;
  readonly step: number;
}

const share = (name: string, label: string): Parameter => ({ name, label, low: 0, high: 1, step: 0.01 });
const whole = (name: string, label: string, low: number, high: number): Parameter => ({ name, label, low, high, step: 1 });
const seed = whole("seed", "Another of its kind", 1, 200);

const parameters: Record<ShapeKind, readonly Parameter[]> = {
  ellipse: [],
  rectangle: [share("corner", "Corners")],
  polygon: [whole("sides", "Sides", 3, 24)],
  sided: [],
  bristles: [whole("hairs", "Hairs", 1, 400), share("thickness", "Thickness"), share("clumping", "Clumping"), share("splay", "Splay"), seed],
  rake: [whole("lines", "Lines", 1, 64), share("gap", "Gap"), share("unevenness", "Unevenness"), seed],
  speckle: [whole("dots", "Dots", 1, 400), share("spread", "Spread of sizes"), seed],
};

const bundleNames = ["round", "flat", "filbert", "fan"] as const;
const box = "h-[24px] rounded-md border border-edge bg-raised px-1.5 pointer-coarse:h-10";

/** The tip's shape, and behind a button what that shape has to set. */
export function ShapeLine({ shape, run }: { shape: Shape; run: (command: Command) => void }) {
  const own = parameters[shape.kind];
  return (
    <div className="flex h-[26px] items-center gap-2 pointer-coarse:h-11">
      <label htmlFor="tip-shape" className="w-27 shrink-0">
        Shape
      </label>
      <select id="tip-shape" className={box} value={shape.kind} onChange={(event) => run(setShape(shapeOf(event.target.value as ShapeKind)))}>
        {shapeKinds.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </select>
      {own.length > 0 && (
        <Popover.Root onOpenChange={(open) => !open && run(seal)}>
          <Popover.Trigger aria-label={`Settings of the ${shape.kind}`} className="grid size-[24px] place-items-center rounded text-soft hover:text-ink pointer-coarse:size-10">
            <SlidersHorizontal aria-hidden size={15} />
          </Popover.Trigger>
          <Popover.Portal>
            <Popover.Content side="top" collisionPadding={12} sideOffset={6} className="z-30 w-70 space-y-1.5 rounded-lg border border-line bg-panel p-3 shadow-xl">
              <h3 className="font-semibold font-serif text-base">{shape.kind}</h3>
              {shape.kind === "bristles" && (
                <label className="flex items-center justify-between gap-2">
                  Bundle
                  <select className={box} value={shape.bundle} onChange={(event) => run(setShape({ ...shape, bundle: event.target.value as (typeof bundleNames)[number] }))}>
                    {bundleNames.map((name) => (
                      <option key={name}>{name}</option>
                    ))}
                  </select>
                </label>
              )}
              {own.map((parameter) => (
                <ParameterLine key={parameter.name} parameter={parameter} shape={shape} run={run} />
              ))}
            </Popover.Content>
          </Popover.Portal>
        </Popover.Root>
      )}
    </div>
  );
}

function ParameterLine({ parameter: { name, label, low, high, step }, shape, run }: { parameter: Parameter; shape: Shape; run: (command: Command) => void }) {
  const value = (shape as unknown as Record<string, number>)[name];
  const shown = step < 1 ? `${Math.round(value * 100)} %` : String(value);
  return (
    <label className="flex items-center gap-2">
      <span className="w-26 shrink-0">{label}</span>
      <input
        type="range"
        className="h-[24px] min-w-0 flex-1 accent-act"
        min={low}
        max={high}
        step={step}
        value={value}
        aria-valuetext={shown}
        onChange={(event) => run(setShape({ ...shape, [name]: Number(event.target.value) } as Shape))}
        onPointerUp={() => run(seal)}
      />
      <span className="w-12 text-right font-mono text-[13px]">{shown}</span>
    </label>
  );
}
