import type { Range } from "@core/numeric/range";
import { RangeLine } from "./range-line";

/** One number of a group, as a slider shows it. */
export interface RangeRow<Name extends string> {
  readonly name: Name;
  readonly label: string;
  readonly step: number;
  readonly unit?: string;
}

interface Props<Name extends string> {
  readonly rows: readonly RangeRow<Name>[];
  readonly ranges: Readonly<Record<Name, Range>>;
  readonly values: Readonly<Record<Name, number>>;
  readonly onChange: (name: Name, value: number) => void;
  readonly onDone?: () => void;
}

/** Numbers of one schema on sliders, one below the other. */
export function RangeLines<Name extends string>({
  rows,
  ranges,
  values,
  onChange,
  onDone = () => undefined,
}: Props<Name>) {
  return rows.map(({ name, ...row }) => (
    <RangeLine
      key={name}
      {...row}
      low={ranges[name].low}
      high={ranges[name].high}
      value={values[name]}
      onChange={(value) => onChange(name, value)}
      onDone={onDone}
    />
  ));
}
