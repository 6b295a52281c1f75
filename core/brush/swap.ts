import { qualityRow } from "../qualities/table";
import type { Body } from "../quality/row";
import { type Brush, MAX_RESPONSES } from "./schema";

/** The brush with one body of another, and with the responses of that body's qualities. */
export function swapBody(brush: Brush, other: Brush, body: Body): Brush {
  const belongs = ({ quality }: Brush["responses"][number]) => qualityRow(quality).body === body;
  const responses = [...brush.responses.filter((r) => !belongs(r)), ...other.responses.filter(belongs)].slice(
    0,
    MAX_RESPONSES,
  );
  return { ...brush, [body]: other[body], responses };
}
