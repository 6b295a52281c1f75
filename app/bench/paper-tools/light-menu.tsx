import { type Light, lightRanges, tableLight } from "@core/surface/light";
import { Sun } from "lucide-react";
import { Button } from "~/ui/button";
import { CheckLine } from "~/ui/settings/check-line";
import { RangeLines, type RangeRow } from "~/ui/settings/range-lines";
import { useBench, useBenchShared } from "../state/use-bench";
import { changeSettings, toggleLight } from "../state/view-commands";
import { PaperMenu } from "./paper-menu";

const rows: readonly RangeRow<keyof Light>[] = [
  { name: "direction", label: "From where", step: 1, unit: "°" },
  { name: "altitude", label: "How high it stands", step: 1, unit: "°" },
  { name: "depth", label: "Paint stands up", step: 0.5, unit: "px" },
  { name: "gloss", label: "Gloss", step: 0.01, unit: "%" },
  { name: "hollows", label: "Dark in hollows", step: 0.01, unit: "%" },
  { name: "paper", label: "Paper’s tooth", step: 0.01, unit: "%" },
];

/** The light that falls on thick paint: on the paper, in strips and small pictures, and in what is saved of it. */
export function LightMenu() {
  const { store } = useBenchShared();
  const lit = useBench(({ view }) => view.lit);
  const light = useBench(({ settings }) => settings.light);
  const change = (next: Light) => store.run(changeSettings({ light: next }));
  return (
    <PaperMenu label="The light on thick paint" icon={Sun} title="The light">
      <div className="space-y-1.5">
        <CheckLine label="Paint is lit (L)" value={lit} onChange={() => store.run(toggleLight)} />
        {lit && (
          <>
            <RangeLines
              rows={rows}
              ranges={lightRanges}
              values={light}
              onChange={(name, value) => change({ ...light, [name]: value })}
            />
            <p className="text-[12.5px] text-soft">
              Directions are counter-clockwise from the right: 135° is the upper left. A paper’s tooth is seen where it
              has a grain.
            </p>
          </>
        )}
        <div className="flex">
          <Button kind="quiet" className="ml-auto h-7 text-[13px]" onClick={() => change(tableLight)}>
            As usual
          </Button>
        </div>
      </div>
    </PaperMenu>
  );
}
