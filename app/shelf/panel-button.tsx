import { type Brush, ownValue, withValues } from "@core/brush";
import type { Quality } from "@core/qualities/table";
import { SlidersHorizontal } from "lucide-react";
import { useState } from "react";
import { useFetcher } from "react-router";
import type { action } from "~/bench/actions.server";
import { LiveStrip } from "~/measuring/live-strip";
import { Button } from "~/ui/button";
import { PainterLine } from "~/ui/painter-line";
import { Popover } from "~/ui/popover";
import { Tool } from "~/ui/tool";

interface Props {
  readonly id: string;
  readonly revision: number;
  readonly brush: Brush;
}

/** What the maker of a brush lets painters change, on their own shelf: tried at once, kept as the brush's next revision. */
export function PanelButton(props: Props) {
  return (
    <Popover
      label={`What ${props.brush.name} lets you change`}
      align="end"
      className="w-92"
      trigger={
        <Tool label={`What ${props.brush.name} lets you change`}>
          <SlidersHorizontal aria-hidden size={15} />
        </Tool>
      }
    >
      <Panel {...props} />
    </Popover>
  );
}

function Panel({ id, revision, brush }: Props) {
  const [values, setValues] = useState<Partial<Record<Quality, number>>>({});
  const fetcher = useFetcher<typeof action>();
  const shown = withValues(brush, values);
  const changed = Object.keys(values).length > 0;
  const keep = () => {
    void fetcher.submit(
      JSON.stringify({ act: "save", from: revision, brush: shown, note: "set by the maker’s panel" }),
      {
        method: "post",
        action: `/bench/${id}`,
        encType: "application/json",
      },
    );
  };
  const said =
    fetcher.data?.kind === "saved"
      ? "Kept."
      : fetcher.data?.kind === "conflict"
        ? "It was changed meanwhile: open it on the bench."
        : fetcher.data?.kind === "fault"
          ? fetcher.data.fault
          : undefined;
  return (
    <div className="space-y-1.5">
      <h3 className="font-semibold font-serif text-base">{brush.name}</h3>
      <LiveStrip
        brush={shown}
        label={`A stroke of ${brush.name} as it is set`}
        width={340}
        height={64}
        className="rounded border border-line"
      />
      {brush.controls.map((control) => (
        <PainterLine
          key={control.quality}
          control={control}
          value={ownValue(shown, control.quality) ?? control.low}
          stops={brush.stops[control.quality]}
          onValue={(value) => setValues((before) => ({ ...before, [control.quality]: value }))}
        />
      ))}
      <div className="flex items-center gap-2 pt-1">
        <Button kind="act" className="h-7" disabled={!changed || fetcher.state !== "idle"} onClick={keep}>
          Keep it so
        </Button>
        <Button className="h-7" disabled={!changed} onClick={() => setValues({})}>
          As it was
        </Button>
        {said && (
          <span role="status" className="text-[13px] text-soft">
            {said}
          </span>
        )}
      </div>
    </div>
  );
}
