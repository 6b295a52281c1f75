import { isThere } from "@core/brush";
import { type Quality, qualityNames, qualityRow } from "@core/qualities/table";
import type { Response } from "@core/response/model";
import { sources } from "@core/response/sources";
import { Trash2, Volume2, VolumeX } from "lucide-react";
import { Popover } from "radix-ui";
import { memo, useMemo, useState } from "react";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { ValueField } from "~/ui/settings/value-field";
import type { Command } from "../state/bench-state";
import { changeResponse, copyResponse, removeResponse } from "../state/commands";
import { seal } from "../state/steps";
import { readingsNow, useBenchShared } from "../state/use-bench";
import { openStrip } from "../state/view-commands";
import { CurveEditor } from "./curve-editor";
import { CurveFigure, isChance } from "./curve-figure";
import { curvePresets } from "./curve-presets";

/** Whether a source is a number drawn by chance, that may be drawn by one law or another. */
function isDrawn(source: Response["source"]): boolean {
  return source === "chance" || source === "strokeChance";
}

/** A response at the end of a quality's row; a click opens its curve. */
export const ResponseButton = memo(function ResponseButton({
  response,
  index,
  run,
}: {
  response: Response;
  index: number;
  run: (command: Command) => void;
}) {
  const { label, joins, unit } = qualityRow(response.quality);
  const source = sources[response.source];
  const what = `${label} by ${source.label.toLowerCase()}`;
  const done = () => run(seal);
  const bench = useBenchShared();
  const [open, setOpen] = useState(false);
  const signal = useMemo(
    () => (open ? readingsNow(bench, response.source) : undefined),
    [open, bench, response.source],
  );
  // What multiplies is a share of the brush's own value; what adds has the quality's unit.
  const ends = joins === "multiply" ? "share" : unit;
  return (
    <Popover.Root
      open={open}
      onOpenChange={(next) => {
        setOpen(next);
        if (!next) done();
      }}
    >
      <Popover.Trigger
        aria-label={response.muted ? `${what}, muted` : what}
        title={what}
        className={`grid h-[24px] w-8 shrink-0 place-items-center rounded border bg-raised data-[state=open]:bg-act-wash pointer-coarse:h-10 ${response.muted ? "border-line opacity-50" : isChance(response.source) ? "border-chance" : "border-act"}`}
      >
        <CurveFigure response={response} />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          collisionPadding={12}
          sideOffset={6}
          // One draws while it is open: the curve shows what the pen says.
          onInteractOutside={(event) => event.target instanceof HTMLCanvasElement && event.preventDefault()}
          className="z-30 w-80 rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <div className="mb-2 flex items-baseline justify-between">
            <h3 className="font-semibold font-serif text-base">{what}</h3>
            <span className="text-[12px] text-soft">{source.says}</span>
          </div>
          <CurveEditor
            response={response}
            signal={signal}
            onChange={(curve) => run(changeResponse(index, { curve }))}
            onDone={done}
          />
          <div className="mt-1.5 flex flex-wrap items-center gap-1.5">
            <select
              className={box}
              aria-label="Begin with a shape"
              value=""
              onChange={(event) => {
                const found = curvePresets.find(({ name }) => name === event.target.value);
                if (found) run(changeResponse(index, { curve: found.curve }));
                done();
              }}
            >
              <option value="">a shape…</option>
              {curvePresets.map(({ name }) => (
                <option key={name}>{name}</option>
              ))}
            </select>
            <select
              className={`${box} w-28`}
              aria-label="Let another quality answer alike"
              value=""
              onChange={(event) => run(copyResponse(index, event.target.value as Quality))}
            >
              <option value="">copy to…</option>
              {qualityNames
                .filter((name) => name !== response.quality && isThere(bench.store.get().brush, name))
                .map((name) => (
                  <option key={name} value={name}>
                    {qualityRow(name).label}
                  </option>
                ))}
            </select>
            <Popover.Close asChild>
              <Button className="h-6 px-2 text-[13px]" onClick={() => run(openStrip({ kind: "curve", index }))}>
                Try firmer…
              </Button>
            </Popover.Close>
          </div>
          <div className="mt-2 flex flex-wrap items-end gap-3">
            <ValueField
              label="from"
              value={response.low}
              unit={ends}
              onChange={(low) => run(changeResponse(index, { low }))}
            />
            <ValueField
              label="to"
              value={response.high}
              unit={ends}
              onChange={(high) => run(changeResponse(index, { high }))}
            />
            {(response.source === "distance" || response.source === "time") && (
              <ValueField
                label={response.source === "distance" ? "over px" : "over ms"}
                value={response.over}
                unit="marks"
                onChange={(over) => run(changeResponse(index, { over }))}
              />
            )}
            {isDrawn(response.source) && (
              <label className="flex flex-col text-[12px] text-soft">
                numbers
                <select
                  className={box}
                  value={response.law}
                  onChange={(event) => run(changeResponse(index, { law: event.target.value as Response["law"] }))}
                >
                  <option value="uniform">evenly</option>
                  <option value="gaussian">mostly middling</option>
                </select>
              </label>
            )}
            <Button
              kind="quiet"
              className="ml-auto px-1.5"
              aria-pressed={response.muted}
              aria-label={`Mute ${what}`}
              title={response.muted ? "Muted: it does nothing" : "Mute it for now"}
              onClick={() => run(changeResponse(index, { muted: !response.muted }))}
            >
              {response.muted ? <VolumeX aria-hidden size={16} /> : <Volume2 aria-hidden size={16} />}
            </Button>
            <Popover.Close asChild>
              <Button
                kind="quiet"
                className="px-1.5 text-danger"
                aria-label={`Remove ${what}`}
                onClick={() => run(removeResponse(index))}
              >
                <Trash2 aria-hidden size={16} />
              </Button>
            </Popover.Close>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
});
