import { Sun } from "lucide-react";
import { LightSettings } from "~/ui/light-settings";
import { Popover } from "~/ui/popover";
import { Tool } from "~/ui/tool";
import { useSession, useStudy } from "./state/use-study";

/** The light on the thick paint of a study, or of what is tried on a pad. @param keys whether L is a key for it */
export function LightTool({ keys }: { readonly keys: boolean }) {
  const session = useSession();
  const lit = useStudy((state) => state.lit);
  const light = useStudy((state) => state.light);
  return (
    <Popover
      label="The light"
      className="w-92"
      trigger={
        <Tool label="The light on thick paint">
          <Sun aria-hidden size={15} />
        </Tool>
      }
    >
      <LightSettings
        lit={lit}
        light={light}
        hasKey={keys}
        hasTooth={false}
        onLit={(on) => session.lightBy(on, light)}
        onLight={(next) => session.lightBy(lit, next)}
      />
    </Popover>
  );
}
