import {
  type ImageShape,
  imageRanges,
  layings,
  MOST_PICTURES,
  picks,
  pictureColours,
  pictureRanges,
} from "@core/tip/shape/shape";
import { Trash2 } from "lucide-react";
import { Button } from "~/ui/button";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLine } from "~/ui/settings/range-line";
import { SettingPopover } from "~/ui/settings/setting-popover";
import type { Command } from "../state/bench-state";
import { setShape } from "../state/commands";
import { seal } from "../state/steps";

const colourNames = {
  ink: "the stroke’s",
  lightness: "darker and lighter by its greys",
  own: "its own",
  "two-tone": "first in the dark, second in the light",
} as const;
const pickNames = {
  chance: "by chance",
  shuffled: "by chance, never one twice in a row",
  sequence: "one after the other",
  pressure: "by pressure",
  heading: "by heading",
  speed: "by speed",
} as const;

const layingNames = { stamped: "stamped, mark by mark", bent: "the first, bent along the path" } as const;

/** Which of the pictures is the piece at an end of the path. */
function EndLine({
  label,
  value,
  pictures,
  onPick,
}: {
  label: string;
  value: string | undefined;
  pictures: ImageShape["pictures"];
  onPick: (file: string | undefined) => void;
}) {
  const options = ["", ...pictures.slice(1).map(({ file }) => file)];
  const names = Object.fromEntries(
    options.map((file, n) => [file, n === 0 ? "nothing of its own" : `picture ${n + 1}`]),
  );
  return (
    <ChoiceLine
      label={label}
      value={value ?? ""}
      options={options}
      names={names}
      onPick={(file) => onPick(file || undefined)}
    />
  );
}

interface Props {
  readonly shape: ImageShape;
  readonly run: (command: Command) => void;
  readonly onAdd: () => void;
  readonly busy: boolean;
}

/** What a picture tip has to set: its pictures, how one is picked, what makes them strong and what gives them colour. */
export function PictureSettings({ shape, run, onAdd, busy }: Props) {
  const { pictures } = shape;
  const set = (patch: Partial<ImageShape>) => run(setShape({ ...shape, ...patch }));
  const alter = (n: number, weight: number) =>
    set({ pictures: pictures.map((p, i) => (i === n ? { ...p, weight } : p)) });
  return (
    <SettingPopover
      name="Pictures of the tip"
      says={pictures.length === 1 ? "one picture" : `a family of ${pictures.length}`}
      onClose={() => run(seal)}
    >
      <ul className="grid grid-cols-3 gap-2">
        {pictures.map(({ file, weight }, n) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a picture is its place in the family
          <li key={n} className="relative rounded border border-line">
            <div className="sheet grid h-16 place-items-center overflow-hidden rounded-t">
              <img src={`/${file}`} alt={`Tip ${n + 1}`} className="max-h-14 max-w-full" />
            </div>
            {(shape.pick === "chance" || shape.pick === "shuffled") && pictures.length > 1 && (
              <label className="flex items-center gap-1 px-1 text-[12px] text-soft">
                weight
                <input
                  type="number"
                  min={pictureRanges.weight.low}
                  max={pictureRanges.weight.high}
                  step="any"
                  value={weight}
                  onChange={(event) => alter(n, Number(event.target.value))}
                  className="h-[24px] min-w-0 flex-1 bg-transparent text-right font-mono text-ink"
                />
              </label>
            )}
            {pictures.length > 1 && (
              <Button
                kind="quiet"
                className="absolute top-0.5 right-0.5 h-6 bg-raised px-1"
                aria-label={`Take picture ${n + 1} out`}
                onClick={() => set({ pictures: pictures.filter((_, i) => i !== n) })}
              >
                <Trash2 aria-hidden size={13} />
              </Button>
            )}
          </li>
        ))}
      </ul>
      <Button disabled={busy || pictures.length >= MOST_PICTURES} onClick={onAdd}>
        Add a picture…
      </Button>
      {pictures.length > 1 && (
        <ChoiceLine
          label="Picked"
          value={shape.pick}
          options={picks}
          names={pickNames}
          onPick={(pick) => set({ pick })}
        />
      )}
      <ChoiceLine
        label="Laid"
        value={shape.laid}
        options={layings}
        names={layingNames}
        onPick={(laid) => set({ laid })}
      />
      {shape.laid === "bent" && pictures.length > 1 && (
        <>
          <EndLine label="Begins with" value={shape.start} pictures={pictures} onPick={(start) => set({ start })} />
          <EndLine label="Ends with" value={shape.end} pictures={pictures} onPick={(end) => set({ end })} />
        </>
      )}
      <ChoiceLine
        label="Strong where"
        value={shape.coverage}
        options={["alpha", "darkness"]}
        names={{ alpha: "opaque", darkness: "dark" }}
        onPick={(coverage) => set({ coverage })}
      />
      <ChoiceLine
        label="Colour"
        value={shape.colour}
        options={
          shape.coverage === "alpha"
            ? pictureColours
            : pictureColours.filter((name) => name === "ink" || name === "own")
        }
        names={colourNames}
        onPick={(colour) => set({ colour })}
      />
      {shape.colour === "lightness" && (
        <RangeLine
          label="How far"
          value={shape.depth}
          {...imageRanges.depth}
          step={0.01}
          unit="%"
          onChange={(depth) => set({ depth })}
          onDone={() => run(seal)}
        />
      )}
    </SettingPopover>
  );
}
