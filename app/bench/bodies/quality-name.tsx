import { type Quality, qualityRow } from "@core/qualities/table";
import { writeValue } from "@core/quality/write-value";
import { Popover } from "radix-ui";
import { useState } from "react";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { readValues } from "~/ui/settings/units";
import { qualityValue, setQuality, setStops } from "../state/commands";
import { seal } from "../state/steps";
import { useBench, useRun } from "../state/use-bench";
import { openStrip } from "../state/view-commands";

interface Props {
  readonly name: Quality;
  /** Its value. */
  readonly now: number;
  readonly stops: readonly number[] | undefined;
}

/** A quality's name; a click says what it is, puts it back, tries it at other values, and sets where its slider rests. */
export function QualityName({ name, now, stops }: Props) {
  const run = useRun();
  const kept = useBench(({ saved }) => qualityValue(saved, name));
  const row = qualityRow(name);
  const differs = now !== kept ? "changed since it was saved" : now !== row.base ? "not the default" : undefined;
  const back = (value: number) => {
    run(setQuality(name, value));
    run(seal);
  };
  return (
    <Popover.Root>
      <Popover.Trigger
        title={row.says}
        aria-label={`${row.label}: what it is, and putting it back${differs ? ` (${differs})` : ""}`}
        className="flex h-[24px] min-w-0 flex-1 items-center gap-1 truncate rounded text-left hover:underline hover:decoration-edge hover:underline-offset-4 pointer-coarse:h-10"
      >
        <span className="truncate">{row.label}</span>
        {now !== kept && <span aria-hidden className="size-1.5 shrink-0 rounded-full bg-act" />}
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          side="top"
          align="start"
          sideOffset={6}
          collisionPadding={12}
          className="z-30 w-80 rounded-lg border border-line bg-panel p-3 shadow-xl"
        >
          <h3 className="font-semibold font-serif text-base">{row.label}</h3>
          <p className="mb-2 text-soft">
            {row.says} From {writeValue(row.low, row.unit)} to {writeValue(row.high, row.unit)}.
          </p>
          <div className="flex flex-wrap gap-1.5">
            <Button className="h-7" disabled={now === kept} onClick={() => back(kept)}>
              As saved: {writeValue(kept, row.unit)}
            </Button>
            <Button className="h-7" disabled={now === row.base} onClick={() => back(row.base)}>
              Default: {writeValue(row.base, row.unit)}
            </Button>
            <Popover.Close asChild>
              <Button className="h-7" onClick={() => run(openStrip({ kind: "quality", name }))}>
                Try values…
              </Button>
            </Popover.Close>
          </div>
          <StopsField name={name} stops={stops} />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}

/** Where the slider rests, as a list of numbers. */
function StopsField({ name, stops = [] }: Pick<Props, "name" | "stops">) {
  const run = useRun();
  const { unit } = qualityRow(name);
  const written = stops.map((stop) => writeValue(stop, unit)).join("; ");
  const [draft, setDraft] = useState<string>();
  const [fault, setFault] = useState<string>();
  const commit = () => {
    if (draft === undefined) return;
    const read = readValues(draft, unit);
    setFault("wrong" in read ? `“${read.wrong}” is no value` : undefined);
    if ("wrong" in read) return;
    run(setStops(name, [...read.values]));
    setDraft(undefined);
  };
  return (
    <label className="mt-2.5 block text-[13px] text-soft">
      Stops, where the slider rests
      <input
        className={`${box} mt-0.5 block w-full font-mono text-ink`}
        placeholder="none: it moves freely"
        value={draft ?? written}
        aria-invalid={fault ? true : undefined}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={commit}
        onKeyDown={(event) => event.key === "Enter" && commit()}
      />
      {fault && (
        <span role="alert" className="text-danger">
          {fault}; separate values with semicolons.
        </span>
      )}
    </label>
  );
}
