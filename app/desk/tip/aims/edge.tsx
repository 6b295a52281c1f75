import { stepRanges } from "@core/desk/tip/steps";
import { Card } from "../../shared/card";
import { type AimProps, type NumberAct, NumberActs } from "./do";

const edgeActs: readonly NumberAct[] = [
  {
    label: "Fade the edge over",
    act: "Feather",
    start: 12,
    unit: "px",
    range: stepRanges("feather").radius,
    toStep: (radius) => ({ kind: "feather", radius }),
  },
  {
    label: "Blur by",
    act: "Blur",
    start: 2,
    unit: "px",
    step: 0.5,
    range: stepRanges("blur").radius,
    toStep: (radius) => ({ kind: "blur", part: "strength", radius }),
  },
  {
    label: "Sharpen by",
    act: "Sharpen",
    start: 80,
    unit: "%",
    range: stepRanges("sharpen").amount,
    toStep: (amount) => ({ kind: "sharpen", part: "strength", amount }),
  },
  {
    label: "Grow (− shrinks) by",
    act: "Grow",
    start: 3,
    unit: "px",
    range: stepRanges("grow").by,
    toStep: (by) => ({ kind: "grow", by: Math.round(by) }),
  },
];

/** Where the tip ends and how: softer, sharper, wider. */
export function EdgeCard({ engine }: Pick<AimProps, "engine">) {
  return (
    <Card title="Edge">
      <NumberActs acts={edgeActs} engine={engine} />
    </Card>
  );
}
