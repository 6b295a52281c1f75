import type { Control } from "@core/brush";
import { qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";
import { Slider } from "radix-ui";
import { sliderScale } from "./settings/units";

interface Props {
  readonly control: Control;
  readonly value: number;
  /** Where the maker lets the quality rest, if at certain values only. */
  readonly stops: readonly number[] | undefined;
  readonly onValue: (value: number) => void;
}

/** One control as painters have it: a slider within the maker's bounds, or a button for each of the maker's stops. */
export function PainterLine({ control: { quality, label, low, high }, value, stops, onValue }: Props) {
  const row = qualityRow(quality);
  const scale = sliderScale({ ...row, low, high });
  const within = Math.min(high, Math.max(low, value));
  const rests = stops?.filter((stop) => stop >= low && stop <= high);
  const at = (position: number) => Number(scale.invert(position).toPrecision(3));
  return (
    <div className="flex min-h-[26px] items-center gap-2 pointer-coarse:min-h-11">
      <span className="w-27 shrink-0 truncate">{label}</span>
      {rests?.length ? (
        <fieldset aria-label={label} className="flex flex-1 flex-wrap gap-1">
          {rests.map((stop) => (
            <button
              key={stop}
              type="button"
              aria-pressed={Math.abs(stop - within) < 1e-9}
              className="min-w-9 rounded border border-line bg-raised px-1.5 py-0.5 font-mono text-[12.5px] aria-pressed:border-act aria-pressed:bg-act aria-pressed:text-act-ink pointer-coarse:py-2.5"
              onClick={() => onValue(stop)}
            >
              {writeValue(stop, row.unit)}
            </button>
          ))}
        </fieldset>
      ) : (
        <>
          <Slider.Root
            className="relative flex h-[24px] flex-1 touch-none items-center"
            min={0}
            max={1000}
            step={1}
            value={[Math.round(scale(within))]}
            onValueChange={([position]) => onValue(at(position))}
          >
            <Slider.Track className="relative h-0.75 grow rounded bg-line">
              <Slider.Range className="absolute h-full rounded bg-ink" />
            </Slider.Track>
            <Slider.Thumb
              aria-label={`${label}, as painters have it`}
              aria-valuetext={writeValue(within, row.unit)}
              className="grid size-[24px] cursor-grab place-items-center rounded-full pointer-coarse:size-10"
            >
              <span className="block size-3 rounded-full border border-ink bg-raised pointer-coarse:size-6" />
            </Slider.Thumb>
          </Slider.Root>
          <span className="w-14 shrink-0 text-right font-mono text-[13px]">{writeValue(within, row.unit)}</span>
        </>
      )}
    </div>
  );
}
