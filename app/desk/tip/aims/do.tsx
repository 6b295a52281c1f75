import type { TipStep } from "@core/desk/tip/steps";
import type { Range } from "@core/numeric/range";
import { Button } from "~/ui/button";
import { ActLine } from "../../shared/card";
import type { TipDeskEngine, TipDeskState } from "../use-tip-desk";

/** What every aim is given: the sheet that lies on the desk, and who works on it. */
export interface AimProps {
  readonly sheet: NonNullable<TipDeskState["sheet"]>;
  readonly engine: TipDeskEngine;
}

/** A button that does a step. */
export function Do({
  label,
  step,
  engine,
  disabled,
  onDone,
}: {
  label: string;
  step: TipStep;
  engine: TipDeskEngine;
  disabled?: boolean;
  onDone?: () => void;
}) {
  return (
    <Button
      className="h-[26px] px-2"
      disabled={disabled}
      onClick={() => {
        engine.tell("step", step);
        onDone?.();
      }}
    >
      {label}
    </Button>
  );
}

/** A step that needs one number. Shares are typed in per cent. */
export interface NumberAct {
  readonly label: string;
  readonly act: string;
  readonly start: number;
  readonly unit: "%" | "px";
  readonly step?: number;
  readonly range: Range;
  readonly toStep: (value: number) => TipStep;
}

/** A share in per cent, px as they are. */
export const shownAs = (unit: "%" | "px", value: number) => (unit === "%" ? Math.round(value * 100) : value);

/** Steps that need one number each. */
export function NumberActs({ acts, engine }: { readonly acts: readonly NumberAct[]; readonly engine: TipDeskEngine }) {
  return (
    <div className="space-y-1">
      {acts.map(({ label, act, start, unit, step, range, toStep }) => (
        <ActLine
          key={act}
          label={label}
          act={act}
          start={start}
          unit={unit}
          low={shownAs(unit, range.low)}
          high={shownAs(unit, range.high)}
          step={step}
          onAct={(value) => engine.tell("step", toStep(unit === "%" ? value / 100 : value))}
        />
      ))}
    </div>
  );
}
