import { Sun } from "lucide-react";
import { LightSettings } from "~/ui/light-settings";
import { useBench, useBenchShared } from "../state/use-bench";
import { changeSettings, toggleLight } from "../state/view-commands";
import { PaperMenu } from "./paper-menu";

/** The light that falls on thick paint: on the paper, in strips and small pictures, and in what is saved of it. */
export function LightMenu() {
  const { store } = useBenchShared();
  const lit = useBench(({ view }) => view.lit);
  const light = useBench(({ settings }) => settings.light);
  return (
    <PaperMenu label="The light on thick paint" icon={Sun} title="The light">
      <LightSettings
        lit={lit}
        light={light}
        hasKey
        hasTooth
        onLit={() => store.run(toggleLight)}
        onLight={(next) => store.run(changeSettings({ light: next }))}
      />
    </PaperMenu>
  );
}
