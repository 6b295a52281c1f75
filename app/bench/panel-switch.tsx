import { Segments } from "~/ui/segments";

/** What lies below the paper: the bodies of the brush, the score of its main stroke, the table of its responses, or what is looked for. */
const panels = ["bodies", "score", "responses", "find"] as const;
export type Panel = (typeof panels)[number] | "painters";

/** Chooses what lies below the paper; it stands right above it. */
export function PanelSwitch({ panel, onPanel }: { panel: Panel; onPanel: (panel: Panel) => void }) {
  return (
    <Segments
      label="Below the paper"
      name="panel"
      options={panels}
      value={panel}
      onPick={onPanel}
      className="-my-1.5 shrink-0 capitalize"
    />
  );
}
