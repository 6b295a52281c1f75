import { type Brush, ownValue, uses, withValues } from "@core/brush";
import { qualityRow } from "@core/qualities/table";
import { SlidersHorizontal } from "lucide-react";
import { PaintActs } from "~/easel/paint-acts";
import { setUse, setValue, takeBrush } from "~/easel/state/study-state";
import { useSession, useStudy } from "~/easel/state/use-study";
import { BrushStrip } from "~/pictures/brush-strip";
import { PainterLine } from "~/ui/painter-line";
import { Popover } from "~/ui/popover";
import { Segments } from "~/ui/segments";
import { ratioScale } from "~/ui/settings/units";
import { Tool } from "~/ui/tool";

interface Props {
  readonly studyId: string;
  readonly tray: readonly string[];
}

/** The brushes at hand, each as its stroke, and at the left the one in hand with what it does. */
export function Tray({ studyId, tray }: Props) {
  const session = useSession();
  const inHand = useStudy((state) => state.brush);
  if (tray.length === 0)
    return (
      <p className="rounded border border-line bg-panel px-4 py-2.5 text-soft">
        The tray is empty: the study’s set has no brushes any more. What was painted stays.
      </p>
    );
  return (
    <section
      aria-label="Tray"
      className="sheet flex h-[62px] shrink-0 border border-line shadow-sm max-lg:h-auto max-lg:flex-wrap"
    >
      <InHand studyId={studyId} />
      <ul className="flex min-w-0 flex-1 overflow-x-auto border-line border-l">
        {tray.map((hash, n) => {
          const { name } = session.brush(hash);
          return (
            <li key={hash} className="shrink-0 border-line border-r">
              <button
                type="button"
                aria-pressed={hash === inHand}
                aria-label={`Take ${name}`}
                title={n < 9 ? `${name} (${n + 1})` : name}
                className="flex h-15 w-25 flex-col items-stretch px-1.5 pt-1 text-left aria-pressed:bg-act-wash hover:bg-act-wash"
                onClick={() => session.store.run(takeBrush(hash))}
              >
                <Strip studyId={studyId} hash={hash} />
                <span className="truncate text-[12px] text-soft">{name}</span>
              </button>
            </li>
          );
        })}
      </ul>
    </section>
  );
}

function Strip({ studyId, hash }: { studyId: string; hash: string }) {
  return (
    <BrushStrip
      src={`/studies/${studyId}/strips/${hash}.png?w=176&h=68`}
      alt=""
      width={88}
      height={34}
      className="w-22"
    />
  );
}

const sliders = [
  { quality: "size", label: "size", unit: "px" },
  { quality: "flow", label: "flow", unit: "%" },
] as const;

function InHand({ studyId }: { studyId: string }) {
  const session = useSession();
  const brush = useStudy((state) => state.brush);
  const use = useStudy((state) => state.use);
  const values = useStudy((state) => state.values[state.brush]);
  const own = session.brush(brush);
  return (
    <div className="flex shrink-0 items-center gap-3 bg-act-wash px-3 max-lg:w-full max-lg:flex-wrap max-lg:py-2">
      <div className="w-44">
        <p className="truncate font-semibold font-serif text-[14.5px]" aria-live="polite">
          <span className="sr-only">In hand: </span>
          {own.name}
        </p>
        <BrushStrip
          src={`/studies/${studyId}/strips/${brush}.png?w=320&h=60`}
          alt=""
          width={160}
          height={30}
          className="w-40"
        />
      </div>
      <Segments
        label="What the brush does"
        name="study-use"
        options={uses}
        value={use}
        onPick={(picked) => session.store.run(setUse(picked))}
      />
      <div className="w-46">
        {sliders.map(({ quality, label, unit }) => {
          const { low, high } = qualityRow(quality);
          const value = values?.[quality] ?? session.value(quality) ?? low;
          const scale = quality === "size" ? ratioScale(low, high) : undefined;
          const shown = unit === "%" ? `${Math.round(value * 100)} %` : `${Number(value.toFixed(1))} px`;
          return (
            <label key={quality} className="flex items-center gap-2 text-[13px]">
              <span className="w-7 text-soft">{label}</span>
              <input
                type="range"
                className="h-[24px] min-w-0 flex-1 accent-act"
                min={scale ? 0 : low}
                max={scale ? 1000 : high}
                step={scale ? 1 : 0.01}
                value={scale ? Math.round(scale(value)) : value}
                aria-valuetext={shown}
                onChange={(event) => {
                  const to = Number(event.target.value);
                  session.store.run(setValue(quality, scale ? Number(scale.invert(to).toPrecision(3)) : to));
                }}
              />
              <span className="w-16 text-right font-mono">{shown}</span>
            </label>
          );
        })}
      </div>
      <div className="flex items-center">
        <PaintActs keys />
      </div>
      {own.controls.length > 0 && <MakersPanel brush={own} values={values} />}
    </div>
  );
}

/** What the brush's maker lets painters change, behind a button. */
function MakersPanel({ brush, values = {} }: { brush: Brush; values: Readonly<Record<string, number>> | undefined }) {
  const session = useSession();
  const shown = withValues(brush, values);
  return (
    <Popover
      label="The maker’s panel"
      className="w-84"
      trigger={
        <Tool label={`What ${brush.name} lets you change`}>
          <SlidersHorizontal aria-hidden size={15} />
        </Tool>
      }
    >
      <h3 className="mb-1 font-semibold font-serif text-base">{brush.name}</h3>
      {brush.controls.map((control) => (
        <PainterLine
          key={control.quality}
          control={control}
          value={ownValue(shown, control.quality) ?? control.low}
          stops={brush.stops[control.quality]}
          onValue={(value) => session.store.run(setValue(control.quality, value))}
        />
      ))}
    </Popover>
  );
}
