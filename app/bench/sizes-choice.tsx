import { writeValue } from "@core/quality/write-value";
import { Segments } from "~/ui/segments";
import { Tool } from "~/ui/tool";
import { useBench, useRun } from "./state/use-bench";
import { changeSettings, drawnSize, dropTrial, keepTrial } from "./state/view-commands";

const names = { brush: "change the brush", paper: "are tried on paper" } as const;
const options = [names.brush, names.paper] as const;

/** What size keys and drags change, and the size that is tried, with ways to keep it and to let it go. */
export function SizesChoice() {
  const run = useRun();
  const on = useBench(({ settings }) => settings.sizesOn);
  const trial = useBench(({ view }) => view.trial);
  const size = useBench(drawnSize);
  return (
    <span className="flex shrink-0 items-center gap-2 whitespace-nowrap text-[13px] max-lg:flex-wrap">
      <span className="text-soft">sizes</span>
      <Segments
        label="Size keys"
        name="sizes"
        options={options}
        value={names[on]}
        onPick={(option) => run(changeSettings({ sizesOn: option === names.paper ? "paper" : "brush" }))}
      />
      {trial !== 1 && (
        <span role="status" className="flex items-center gap-1 whitespace-nowrap text-[13px]">
          tried at <span className="font-mono">{writeValue(size, "px")}</span>
          <Tool onClick={() => run(keepTrial)}>Make it the brush’s</Tool>
          <Tool onClick={() => run(dropTrial)}>Back</Tool>
        </span>
      )}
    </span>
  );
}
