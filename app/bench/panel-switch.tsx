/** What lies below the paper: the bodies of the brush, the score of its main stroke, the table of its responses, or what is looked for. */
const panels = ["bodies", "score", "responses", "find"] as const;
export type Panel = (typeof panels)[number] | "painters";

/** Chooses what lies below the paper; it stands right above it. */
export function PanelSwitch({ panel, onPanel }: { panel: Panel; onPanel: (panel: Panel) => void }) {
  return (
    <div role="radiogroup" aria-label="Below the paper" className="-my-1.5 flex w-fit shrink-0 overflow-hidden rounded-md border border-line">
      {panels.map((name) => (
        <label
          key={name}
          className="flex h-6 cursor-pointer items-center bg-raised px-3 text-[13px] capitalize has-checked:bg-act has-checked:text-act-ink has-focus-visible:outline-2 has-focus-visible:outline-act has-focus-visible:outline-offset-2 pointer-coarse:h-10"
        >
          <input type="radio" name="panel" className="sr-only" checked={panel === name} onChange={() => onPanel(name)} />
          {name}
        </label>
      ))}
    </div>
  );
}
