import { qualityRow } from "@core/quality/table";
import type { Response } from "@core/response/model";
import { sources } from "@core/response/sources";
import { Trash2 } from "lucide-react";
import { Popover } from "radix-ui";
import { Button } from "~/ui/button";
import { CurveEditor } from "./curve-editor";
import { CurveFigure, isChance } from "./curve-figure";
import { box } from "./setting-lines";
import { type Command, changeResponse, removeResponse, seal } from "./state";
import { ValueField } from "./value-field";

/** Whether a source is a number drawn by chance, that may be drawn by one law or another. */
function isDrawn(source: Response["source"]): boolean {
  return source === "chance" || source === "strokeChance";
}

/** A response at the end of a quality's row; a click opens its curve. */
export function ResponseButton({ response, index, run }: { response: Response; index: number; run: (command: Command) => void }) {
  const { label, joins, unit } = qualityRow(response.quality);
  const source = sources[response.source];
  const what = `${label} by ${source.label.toLowerCase()}`;
  const done = () => run(seal);
  // What multiplies is a share of the brush's own value; what adds has the quality's unit.
  const ends = joins === "multiply" ? "share" : unit;
  return (
    <Popover.Root onOpenChange={(open) => !open && done()}>
      <Popover.Trigger
        aria-label={what}
        title={what}
        className={`grid h-[24px] w-8 shrink-0 place-items-center rounded border bg-raised data-[state=open]:bg-act-wash pointer-coarse:h-10 ${isChance(response.source) ? "border-chance" : "border-act"}`}
      >
        <CurveFigure response={response} />
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content side="top" collisionPadding={12} sideOffset={6} className="z-30 w-74 rounded-lg border border-line bg-panel p-3 shadow-xl">
          <div className="mb-2 flex items-baseline justify-between">
            <h3 className="font-semibold font-serif text-base">{what}</h3>
            <span className="text-[12px] text-soft">{source.says}</span>
          </div>
          <CurveEditor response={response} onChange={(curve) => run(changeResponse(index, { curve }))} onDone={done} />
          <div className="mt-2 flex items-end gap-3">
            <ValueField label="from" value={response.low} unit={ends} onChange={(low) => run(changeResponse(index, { low }))} />
            <ValueField label="to" value={response.high} unit={ends} onChange={(high) => run(changeResponse(index, { high }))} />
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
                <select className={box} value={response.law} onChange={(event) => run(changeResponse(index, { law: event.target.value as Response["law"] }))}>
                  <option value="uniform">evenly</option>
                  <option value="gaussian">mostly middling</option>
                </select>
              </label>
            )}
            <Popover.Close asChild>
              <Button kind="quiet" className="ml-auto px-1.5 text-danger" aria-label={`Remove ${what}`} onClick={() => run(removeResponse(index))}>
                <Trash2 aria-hidden size={16} />
              </Button>
            </Popover.Close>
          </div>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
