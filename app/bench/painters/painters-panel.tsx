import { type Brush, CONTROL_LABEL_LENGTH, type Control, isThere, MOST_CONTROLS } from "@core/brush";
import { type Quality, qualityNames, qualityRow } from "@core/qualities/table";
import { ArrowDown, ArrowUp, Trash2, X } from "lucide-react";
import { Button } from "~/ui/button";
import { PainterLine } from "~/ui/painter-line";
import { box } from "~/ui/settings/box";
import { ValueField } from "~/ui/settings/value-field";
import { withCommand } from "../state/bench-state";
import { qualityValue, setControls, setQuality } from "../state/commands";
import { seal } from "../state/steps";
import { useBench, useRun } from "../state/use-bench";
import { showPanel, tryBrush } from "../state/view-commands";

/** What painters will be able to change: the maker picks it on the left, and sees the painters' panel on the right. */
export function PaintersPanel() {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  /** What the paper shows while a painter's value is tried. */
  const tried = useBench(({ view }) => view.tried);
  const onTry = (next: Brush | undefined) => void run(tryBrush(next));
  const { controls } = brush;
  const free = qualityNames.filter((name) => isThere(brush, name) && !controls.some(({ quality }) => quality === name));
  const change = (next: readonly Control[], key?: string) => run(setControls([...next], key));
  const add = (quality: Quality) => {
    const row = qualityRow(quality);
    change([...controls, { quality, label: row.label, low: row.low, high: row.high }]);
  };
  const patch = (n: number, part: Partial<Control>) =>
    change(
      controls.map((control, i) => (i === n ? { ...control, ...part } : control)),
      `control ${n}`,
    );
  const move = (n: number, by: number) => {
    const next = [...controls];
    const [taken] = next.splice(n, 1);
    next.splice(n + by, 0, taken);
    change(next);
  };
  return (
    <section aria-label="Painter’s panel" className="shrink-0 rounded-lg border border-line bg-panel">
      <div className="flex items-center gap-3 border-line border-b px-3.5 py-1.5">
        <h2 className="font-semibold font-serif text-base">Painter’s panel</h2>
        <p className="truncate text-[13px] text-soft">
          What painters may change of this brush, in your words and within your bounds.
        </p>
        <Button
          kind="quiet"
          className="ml-auto px-1.5"
          aria-label="Close the painter’s panel"
          onClick={() => run(showPanel("bodies"))}
        >
          <X aria-hidden size={16} />
        </Button>
      </div>
      <div className="grid divide-line max-lg:divide-y lg:grid-cols-[3fr_2fr] lg:divide-x">
        <div className="px-3.5 py-2.5">
          {controls.length === 0 && (
            <p className="mb-2 text-soft">
              Nothing is chosen yet: painters take the brush as it is. Choose a few qualities they should reach at once.
            </p>
          )}
          <ul className="space-y-1">
            {controls.map((control, n) => {
              const row = qualityRow(control.quality);
              return (
                <li key={control.quality} className="flex flex-wrap items-center gap-2">
                  <span className="w-27 shrink-0 truncate text-soft">{row.label}</span>
                  <input
                    className={`${box} w-40`}
                    aria-label={`What painters read for ${row.label.toLowerCase()}`}
                    maxLength={CONTROL_LABEL_LENGTH}
                    value={control.label}
                    onChange={(event) => patch(n, { label: event.target.value })}
                    onBlur={() => run(seal)}
                  />
                  <span className="text-[13px] text-soft">from</span>
                  <ValueField
                    bare
                    label={`${row.label}, least`}
                    value={control.low}
                    unit={row.unit}
                    onChange={(low) => patch(n, { low: Math.max(row.low, low) })}
                  />
                  <span className="text-[13px] text-soft">to</span>
                  <ValueField
                    bare
                    label={`${row.label}, most`}
                    value={control.high}
                    unit={row.unit}
                    onChange={(high) => patch(n, { high: Math.min(row.high, high) })}
                  />
                  <span className="text-[13px] text-soft">
                    {brush.stops[control.quality] ? `${brush.stops[control.quality]?.length} stops` : ""}
                  </span>
                  <span className="ml-auto flex">
                    <Tool label={`Move ${row.label} up`} disabled={n === 0} onPress={() => move(n, -1)}>
                      <ArrowUp aria-hidden size={15} />
                    </Tool>
                    <Tool
                      label={`Move ${row.label} down`}
                      disabled={n === controls.length - 1}
                      onPress={() => move(n, 1)}
                    >
                      <ArrowDown aria-hidden size={15} />
                    </Tool>
                    <Tool
                      label={`Take ${row.label} off the panel`}
                      onPress={() => change(controls.filter((_, i) => i !== n))}
                    >
                      <Trash2 aria-hidden size={15} />
                    </Tool>
                  </span>
                </li>
              );
            })}
          </ul>
          <select
            className={`${box} mt-2`}
            aria-label="Put a quality on the panel"
            disabled={controls.length >= MOST_CONTROLS}
            value=""
            onChange={(event) => add(event.target.value as Quality)}
          >
            <option value="">
              {controls.length >= MOST_CONTROLS ? `${MOST_CONTROLS} are the most` : "put a quality on it…"}
            </option>
            {free.map((name) => (
              <option key={name} value={name}>
                {qualityRow(name).label}
              </option>
            ))}
          </select>
        </div>
        <div className="px-3.5 py-2.5">
          <p className="mb-1 text-[13px] text-soft">As painters see it; the paper follows.</p>
          <div className="max-w-80 rounded-md border border-line bg-raised px-3 py-2">
            <p className="mb-1 font-semibold font-serif">{brush.name}</p>
            {controls.length === 0 && <p className="text-soft">No controls.</p>}
            {controls.map((control) => (
              <PainterLine
                key={control.quality}
                control={control}
                value={qualityValue(tried ?? brush, control.quality)}
                stops={brush.stops[control.quality]}
                onValue={(value) => onTry(withCommand(tried ?? brush, setQuality(control.quality, value)))}
              />
            ))}
          </div>
          {tried && (
            <Button className="mt-2 h-7" onClick={() => onTry(undefined)}>
              Back to the brush’s own values
            </Button>
          )}
        </div>
      </div>
    </section>
  );
}

function Tool({
  label,
  disabled,
  onPress,
  children,
}: {
  label: string;
  disabled?: boolean;
  onPress: () => void;
  children: React.ReactNode;
}) {
  return (
    <Button kind="quiet" className="h-7 px-1.5" aria-label={label} title={label} disabled={disabled} onClick={onPress}>
      {children}
    </Button>
  );
}
