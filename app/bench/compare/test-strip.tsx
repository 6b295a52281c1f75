import { isThere } from "@core/brush";
import { type Quality, qualityNames, qualityRow } from "@core/qualities/table";
import type { QualityRow } from "@core/quality/row";
import { writeValue } from "@core/quality/write-value";
import { firmer } from "@core/response/firmer";
import { sources } from "@core/response/sources";
import { useMemo, useState } from "react";
import { box } from "~/ui/settings/box";
import { readValues } from "~/ui/settings/units";
import { withCommand } from "../state/bench-state";
import { changeResponse, qualityValue, setQuality } from "../state/commands";
import { seal } from "../state/steps";
import { useBench, useRun } from "../state/use-bench";
import type { StripSubject } from "../state/view";
import { closeStrip } from "../state/view-commands";
import { sheetValues, stripValues } from "./strip-values";
import { StrokeSheet } from "./stroke-sheet";

/** The same strokes at several values, side by side; a click takes one. */
export function TestStrip({ subject }: { readonly subject: StripSubject }) {
  return subject.kind === "quality" ? <QualityStrip name={subject.name} /> : <CurveStrip index={subject.index} />;
}

function QualityStrip({ name }: { readonly name: Quality }) {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const row = qualityRow(name);
  const [second, setSecond] = useState<Quality>();
  const [opened] = useState(brush);
  const [typed, setTyped] = useState<readonly number[]>();
  const values = useMemo(
    () => typed ?? (second ? sheetValues : stripValues)(row, qualityValue(opened, name)),
    [row, opened, name, second, typed],
  );
  const seconds = useMemo(
    () => (second ? sheetValues(qualityRow(second), qualityValue(opened, second)) : [undefined]),
    [second, opened],
  );
  const entries = seconds.flatMap((other) =>
    values.map((value) => {
      const commands = [setQuality(name, value), ...(second && other !== undefined ? [setQuality(second, other)] : [])];
      const label =
        other === undefined || !second
          ? writeValue(value, row.unit)
          : `${writeValue(value, row.unit)}, ${writeValue(other, qualityRow(second).unit)}`;
      return {
        key: `${value} ${other}`,
        label,
        brush: commands.reduce((now, command) => withCommand(now, command), brush),
        now: qualityValue(brush, name) === value && (!second || qualityValue(brush, second) === other),
        onPick: () => {
          for (const command of commands) run(command);
          run(seal);
        },
      };
    }),
  );
  const title = (
    <>
      {row.label}
      <label className="font-normal font-sans text-[13px] text-soft">
        by{" "}
        <select
          className={box}
          aria-label="Second quality"
          value={second ?? ""}
          onChange={(event) => setSecond((event.target.value || undefined) as Quality | undefined)}
        >
          <option value="">itself alone</option>
          {qualityNames
            .filter((other) => other !== name && isThere(brush, other))
            .map((other) => (
              <option key={other} value={other}>
                {qualityRow(other).label}
              </option>
            ))}
        </select>
      </label>
    </>
  );
  return (
    <StrokeSheet
      name={`Test strip: ${row.label.toLowerCase()}`}
      title={title}
      says={`${row.says} Click a stroke to take its value.`}
      entries={entries}
      columns={values.length}
      onClose={() => run(closeStrip)}
    >
      <ValuesField row={row} values={values} onValues={setTyped} />
    </StrokeSheet>
  );
}

/** Values that a strip shows at most; more are too narrow to be told apart. */
const MOST_VALUES = 9;

/** The values of the strip, as a list that can be typed; an empty one is the usual values again. */
function ValuesField({
  row,
  values,
  onValues,
}: {
  readonly row: QualityRow;
  readonly values: readonly number[];
  readonly onValues: (values: readonly number[] | undefined) => void;
}) {
  const [draft, setDraft] = useState<string>();
  const [fault, setFault] = useState<string>();
  const take = () => {
    if (draft === undefined) return;
    const read = readValues(draft, row.unit);
    const said = "wrong" in read ? `“${read.wrong}” is no value.` : faultOf(read.values, row);
    setFault(said);
    if (said || "wrong" in read) return;
    onValues(read.values.length > 0 ? [...new Set(read.values)].sort((a, b) => a - b) : undefined);
    setDraft(undefined);
  };
  return (
    <label className="ml-auto flex shrink-0 items-center gap-1.5 text-[13px] text-soft">
      {fault ? (
        <span role="alert" className="text-danger">
          {fault}
        </span>
      ) : (
        "values"
      )}
      <input
        className={`${box} w-64 font-mono text-ink`}
        aria-label="Values of the strip"
        aria-invalid={fault ? true : undefined}
        title="Divided by semicolons; empty for the usual ones"
        value={draft ?? values.map((value) => writeValue(value, row.unit)).join("; ")}
        onChange={(event) => setDraft(event.target.value)}
        onBlur={take}
        onKeyDown={(event) => event.key === "Enter" && take()}
      />
    </label>
  );
}

/** Why these values cannot be shown; undefined where they can. */
function faultOf(values: readonly number[], { low, high, unit, label }: QualityRow): string | undefined {
  if (values.length > MOST_VALUES) return `${MOST_VALUES} values at most.`;
  const beyond = values.find((value) => value < low || value > high);
  return beyond === undefined
    ? undefined
    : `${writeValue(beyond, unit)} is none: ${label.toLowerCase()} goes from ${writeValue(low, unit)} to ${writeValue(high, unit)}.`;
}

/** Softer answers rise late, firmer ones early. */
const FIRMNESS = [-0.75, -0.5, -0.25, 0, 0.25, 0.5, 0.75];

function CurveStrip({ index }: { readonly index: number }) {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const [opened] = useState(brush.responses[index]);
  if (!opened) return null;
  const what = `${qualityRow(opened.quality).label} by ${sources[opened.source].label.toLowerCase()}`;
  const entries = FIRMNESS.map((amount) => {
    const curve = firmer(opened.curve, amount);
    const command = changeResponse(index, { curve });
    return {
      key: String(amount),
      label: amount === 0 ? "as it was" : `${Math.abs(amount * 100)} % ${amount < 0 ? "softer" : "firmer"}`,
      brush: withCommand(brush, command),
      now: JSON.stringify(brush.responses[index]?.curve) === JSON.stringify(curve),
      onPick: () => {
        run(command);
        run(seal);
      },
    };
  });
  return (
    <StrokeSheet
      name={`Test strip: ${what.toLowerCase()}`}
      title={what}
      says="A softer answer rises late, a firmer one early. Click a stroke to take its curve."
      entries={entries}
      columns={entries.length}
      onClose={() => run(closeStrip)}
    />
  );
}
