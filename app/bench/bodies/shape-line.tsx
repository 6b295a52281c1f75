import { type DrawnShape, drawnKinds, type ImageShape, type Shape, shapeOf, shapeRanges } from "@core/tip/shape/shape";
import { memo } from "react";
import { box } from "~/ui/settings/box";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { type Labels, type Parameter, parametersOf } from "~/ui/settings/parameters";
import { RangeLine } from "~/ui/settings/range-line";
import { SettingPopover } from "~/ui/settings/setting-popover";
import { SettingRow } from "~/ui/settings/setting-row";
import type { Command } from "../state/bench-state";
import { setShape, setTip } from "../state/commands";
import { seal } from "../state/steps";
import { usePictureChooser } from "./choose-picture";
import { IdleSign } from "./idle";
import { PictureSettings } from "./picture-settings";

const labels: Labels<DrawnShape> = {
  ellipse: {},
  rectangle: { corner: "Corners" },
  polygon: { sides: "Sides" },
  sided: {},
  bristles: {
    hairs: "Hairs",
    thickness: "Thickness",
    clumping: "Clumping",
    splay: "Splay",
    dip: "Second colour",
    third: "Third colour",
  },
  rake: { lines: "Lines", gap: "Gap", unevenness: "Unevenness" },
  speckle: { dots: "Dots", spread: "Spread of sizes" },
};

/** The numbers of a drawn shape, as sliders set them. */
export function shapeParameters(kind: DrawnShape["kind"]): readonly Parameter[] {
  return parametersOf(labels[kind], shapeRanges(kind));
}

const bundleNames = ["round", "flat", "filbert", "fan"] as const;

/** The tip's shape, and behind a button what that shape has to set. A picture is chosen from a file. */
export const ShapeLine = memo(function ShapeLine({ shape, run }: { shape: Shape; run: (command: Command) => void }) {
  const chooser = usePictureChooser(
    "tips",
    "A picture for the tip",
    (path) => run(setShape(withPicture(shape, path))),
    // The tip alone is another one: size and responses stay.
    ({ name, tip }) => tip && run(setTip(tip, `the tip “${name}”`)),
  );
  const pick = (kind: Shape["kind"]) => {
    if (kind === "image") chooser.open();
    else run(setShape(shapeOf(kind)));
  };
  return (
    <>
      <SettingRow label="Shape" sign={<IdleSign of={["pictureColours", "dip", "family"]} />}>
        <select
          aria-label="Shape"
          className={box}
          value={shape.kind}
          onChange={(event) => pick(event.target.value as Shape["kind"])}
        >
          {drawnKinds.map((kind) => (
            <option key={kind}>{kind}</option>
          ))}
          <option value="image">picture…</option>
        </select>
        {shape.kind === "image" ? (
          <PictureSettings shape={shape} run={run} onAdd={chooser.open} busy={chooser.busy} />
        ) : (
          <DrawnSettings shape={shape} run={run} />
        )}
        {chooser.field}
      </SettingRow>
      {chooser.notice}
    </>
  );
});

/** A picture tip of this one picture, or with it added to those that are there. */
export function withPicture(shape: Shape, file: string): ImageShape {
  const picture = { file, weight: 1 };
  if (shape.kind === "image") return { ...shape, pictures: [...shape.pictures, picture] };
  return {
    kind: "image",
    pictures: [picture],
    coverage: "alpha",
    colour: "ink",
    depth: 0.25,
    pick: "chance",
    laid: "stamped",
  };
}

function DrawnSettings({ shape, run }: { shape: DrawnShape; run: (command: Command) => void }) {
  if (shapeParameters(shape.kind).length === 0) return null;
  return (
    <SettingPopover name={`Settings of the ${shape.kind}`} says="settings…" onClose={() => run(seal)}>
      <ShapeNumbers shape={shape} onChange={(next) => run(setShape(next))} onDone={() => run(seal)} />
    </SettingPopover>
  );
}

interface NumbersProps {
  readonly shape: DrawnShape;
  readonly onChange: (shape: Shape) => void;
  readonly onDone: () => void;
}

/** What a drawn shape has to set. */
export function ShapeNumbers({ shape, onChange, onDone }: NumbersProps) {
  const numbers = shape as unknown as Record<string, number>;
  return (
    <>
      {shape.kind === "bristles" && (
        <ChoiceLine
          label="Bundle"
          value={shape.bundle}
          options={bundleNames}
          onPick={(bundle) => onChange({ ...shape, bundle })}
        />
      )}
      {shapeParameters(shape.kind).map(({ name, ...parameter }) => (
        <RangeLine
          key={name}
          {...parameter}
          value={numbers[name]}
          onChange={(value) => onChange({ ...shape, [name]: value } as Shape)}
          onDone={onDone}
        />
      ))}
    </>
  );
}
