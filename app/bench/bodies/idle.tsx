import type { Brush } from "@core/brush";
import { type Idle, type IdleName, idleSettings } from "@core/stroke/idle";
import { CircleSlash2 } from "lucide-react";
import { createContext, type ReactNode, useContext, useMemo } from "react";
import { Popover } from "~/ui/popover";

const labels: { readonly [setting in IdleName]: string } = {
  blend: "The blend mode",
  build: "The even build",
  rim: "The rim",
  darkRim: "Darkness at the rim",
  ragged: "The ragged edge",
  mixing: "Mixing",
  taking: "Dragging the pixels",
  soften: "Softening",
  water: "Water",
  inWater: "What pigment does in water",
  body: "The paint’s body",
  colour: "The shift of colour",
  colourOfMarks: "The colour of single marks",
  ground: "The grain",
  press: "The press",
  pictureColours: "The picture’s colours",
  dip: "More colours across the tip",
  lift: "Lift",
  over: "The second tip",
  spacing: "The spacing",
  hardness: "Hardness",
  angle: "The angle",
  mirror: "The mirror",
  pivot: "The pivot",
  scatterLaw: "The law of scatter",
  keepStrength: "Keeping the strength",
  carry: "Carry",
  depth: "The grain",
  family: "The other pictures",
};

const context = createContext<ReadonlyMap<IdleName, string>>(new Map());

/** Lets the controls below know which of them do nothing now. @param grained whether the paper has a grain of its own */
export function IdleProvider({
  brush,
  grained,
  children,
}: {
  readonly brush: Brush;
  readonly grained: boolean;
  readonly children: ReactNode;
}) {
  // As text, so that rows are drawn anew for another reason only, and not for every step of a slider.
  const told = useMemo(() => JSON.stringify(idleSettings(brush, { paper: grained })), [brush, grained]);
  const idle = useMemo(
    () => new Map((JSON.parse(told) as Idle[]).map(({ setting, why }): [IdleName, string] => [setting, why])),
    [told],
  );
  return <context.Provider value={idle}>{children}</context.Provider>;
}

/** Stands beside a control that has no effect now, and says why at a click; nothing where it has one. */
export function IdleSign({ of }: { readonly of: readonly IdleName[] }) {
  const idle = useContext(context);
  const says = of.flatMap((name) => {
    const why = idle.get(name);
    return why === undefined ? [] : [`${labels[name]} has no effect: ${why}.`];
  });
  if (says.length === 0) return null;
  const text = says.join(" ");
  return (
    <Popover
      label="No effect"
      side="top"
      className="w-64 text-[13px]"
      trigger={
        <button
          type="button"
          aria-label={text}
          title={text}
          className="grid size-[24px] shrink-0 place-items-center rounded text-chance hover:text-ink pointer-coarse:size-10"
        >
          <CircleSlash2 aria-hidden size={13} />
        </button>
      }
    >
      {says.map((line) => (
        <p key={line}>{line}</p>
      ))}
    </Popover>
  );
}
