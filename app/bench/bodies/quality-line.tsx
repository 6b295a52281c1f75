import type { Brush } from "@core/brush";
import { type Quality, qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";
import { type Family, type Source, sourceNames, sources } from "@core/response/sources";
import { Plus } from "lucide-react";
import { DropdownMenu, Slider } from "radix-ui";
import { memo } from "react";
import { sliderScale } from "~/ui/settings/units";
import { ValueField } from "~/ui/settings/value-field";
import { ResponseButton } from "../responses/response-button";
import type { Command } from "../state/bench-state";
import { addResponse, qualityValue, setQuality } from "../state/commands";
import { seal } from "../state/steps";
import { IdleSign } from "./idle";
import { QualityName } from "./quality-name";

const families: Record<Family, string> = { hand: "Hand", chance: "Chance", course: "Course" };

interface Props {
  readonly name: Quality;
  readonly value: number;
  readonly stops: readonly number[] | undefined;
  /** All responses of the brush; those of this quality are shown. */
  readonly responses: Brush["responses"];
  readonly run: (command: Command) => void;
}

/** One quality of a brush as a row. */
export function QualityLine({ name, brush, run }: { name: Quality; brush: Brush; run: (command: Command) => void }) {
  return (
    <Line
      name={name}
      value={qualityValue(brush, name)}
      stops={brush.stops[name]}
      responses={brush.responses}
      run={run}
    />
  );
}

/** Whether a row would look the same: a slider that moves changes one of thirty. */
function looksAlike(a: Props, b: Props): boolean {
  if (a.name !== b.name || a.value !== b.value || a.stops !== b.stops || a.run !== b.run) return false;
  if (a.responses === b.responses) return true;
  if (a.responses.length !== b.responses.length) return false;
  return a.responses.every(
    (response, i) => response === b.responses[i] || (response.quality !== a.name && b.responses[i].quality !== a.name),
  );
}

/** Qualities that other settings may leave nothing to do. */
const mayIdle = [
  "hardness",
  "angle",
  "spacing",
  "mixing",
  "soften",
  "water",
  "body",
  "press",
  "depth",
  "carry",
] as const;

function isIdleName(name: Quality): name is (typeof mayIdle)[number] {
  return (mayIdle as readonly Quality[]).includes(name);
}

/** A quality's name, value, slider, its responses, and a way to add one. */
const Line = memo(function Line({ name, value, stops, responses, run }: Props) {
  const row = qualityRow(name);
  const scale = sliderScale(row);
  // Beside several responses there is no room for a slider on a narrow screen; the number can be typed.
  const crowded = responses.filter((response) => response.quality === name).length > 1;
  const exact = (position: number) => {
    const raw = scale.invert(position);
    if (stops)
      return stops.reduce((best, stop) =>
        Math.abs(scale(stop) - position) < Math.abs(scale(best) - position) ? stop : best,
      );
    return row.unit === "marks" ? Math.round(raw) : Number(raw.toPrecision(3));
  };
  return (
    <div className="flex h-[26px] items-center gap-1.5 pointer-coarse:h-11">
      <span className="flex w-27 shrink-0 items-center">
        <QualityName name={name} now={value} stops={stops} />
        {isIdleName(name) && <IdleSign of={[name]} />}
      </span>
      <ValueField
        bare
        label={row.label}
        value={value}
        unit={row.unit}
        onChange={(next) => run(setQuality(name, next))}
      />
      <Slider.Root
        className={`relative h-[24px] min-w-6 flex-1 touch-none items-center ${crowded ? "hidden max-lg:flex 2xl:flex" : "flex"}`}
        min={0}
        max={1000}
        step={1}
        value={[Math.round(scale(value))]}
        onValueChange={([position]) => run(setQuality(name, exact(position)))}
        onValueCommit={() => run(seal)}
      >
        <Slider.Track className="relative h-0.75 grow rounded bg-line">
          <Slider.Range className="absolute h-full rounded bg-ink" />
        </Slider.Track>
        <Slider.Thumb
          aria-label={`${row.label}, slider`}
          aria-valuetext={writeValue(value, row.unit)}
          className="grid size-[24px] cursor-grab place-items-center rounded-full pointer-coarse:size-10"
        >
          <span className="block size-3 rounded-full border border-ink bg-raised pointer-coarse:size-6" />
        </Slider.Thumb>
      </Slider.Root>
      {responses.map(
        (response, index) =>
          // biome-ignore lint/suspicious/noArrayIndexKey: a response is its place in the brush
          response.quality === name && <ResponseButton key={index} response={response} index={index} run={run} />,
      )}
      <AddResponse name={name} onPick={(source) => run(addResponse(name, source))} />
    </div>
  );
}, looksAlike);

function AddResponse({ name, onPick }: { name: Quality; onPick: (source: Source) => void }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        aria-label={`Let ${qualityRow(name).label.toLowerCase()} answer to a signal`}
        title="Let it answer to a signal"
        className="grid size-[24px] shrink-0 place-items-center rounded text-soft hover:text-ink pointer-coarse:size-10"
      >
        <Plus aria-hidden size={13} />
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content
          align="end"
          collisionPadding={12}
          className="z-30 min-w-44 rounded-lg border border-line bg-panel p-1.5 shadow-xl"
        >
          {(Object.keys(families) as Family[]).map((family) => (
            <DropdownMenu.Group key={family}>
              <DropdownMenu.Label className="px-2 pt-1 font-semibold font-serif text-[12px] text-soft">
                {families[family]}
              </DropdownMenu.Label>
              {sourceNames
                .filter((source) => sources[source].family === family)
                .map((source) => (
                  <DropdownMenu.Item
                    key={source}
                    onSelect={() => onPick(source)}
                    className="cursor-pointer rounded px-2 py-1 data-highlighted:bg-act-wash data-highlighted:outline-none"
                    title={sources[source].says}
                  >
                    {sources[source].label}
                  </DropdownMenu.Item>
                ))}
            </DropdownMenu.Group>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}
