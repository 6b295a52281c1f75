import { drawnGrainKinds } from "@core/ground/grain";
import { painterKinds } from "@core/hand/preview";
import { proofNames } from "@core/hand/proof";
import { type simulatedHands as hands, simulatedHands } from "@core/hand/simulate";
import { SlidersHorizontal } from "lucide-react";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { useBench, useBenchShared } from "../state/use-bench";
import { changeSettings } from "../state/view-commands";
import { handOf, usualView, type ViewSettings } from "../state/view-settings";
import { PaperMenu } from "./paper-menu";

const OWN = "own";

/** What lies on the paper, who draws it, in which colours and how large. */
export function ViewMenu() {
  const { store, engine } = useBenchShared();
  const view = useBench(({ settings }) => settings);
  const drawn = useBench(({ paper }) => paper.acts.count > 0);
  const onView = (patch: Partial<ViewSettings>) => store.run(changeSettings(patch));
  const keepStroke = () => {
    const samples = engine.current?.lastStroke;
    const { size } = store.get().paper;
    if (samples && samples.length > 0 && size) onView({ hand: handOf(samples, size) });
  };
  const own = typeof view.hand !== "string";
  return (
    <PaperMenu label="What the paper shows" icon={SlidersHorizontal} title="On the paper">
      <div className="space-y-2.5">
        <label className="flex items-center gap-2">
          <span className="w-24">Main stroke</span>
          <select
            className={`${box} flex-1`}
            value={own ? OWN : (view.hand as string)}
            onChange={(event) =>
              event.target.value !== OWN && onView({ hand: event.target.value as keyof typeof hands })
            }
          >
            {own && <option value={OWN}>my own stroke</option>}
            {Object.keys(simulatedHands).map((name) => (
              <option key={name} value={name}>
                {name.replaceAll("-", " ")}
              </option>
            ))}
          </select>
        </label>
        <Button className="h-7" disabled={!drawn} onClick={keepStroke}>
          Use my last stroke as the main stroke
        </Button>
        <label className="flex items-center gap-2">
          <span className="w-24">Paper’s grain</span>
          <select
            className={`${box} flex-1`}
            value={view.grain ?? ""}
            onChange={(event) => onView({ grain: (event.target.value || null) as ViewSettings["grain"] })}
          >
            <option value="">smooth</option>
            {drawnGrainKinds.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
        </label>
        <label className="flex items-center gap-2">
          <span className="w-24">Seen with</span>
          <select
            className={`${box} flex-1`}
            value={view.painter}
            onChange={(event) => onView({ painter: event.target.value as ViewSettings["painter"] })}
          >
            {painterKinds.map((kind) => (
              <option key={kind} value={kind}>
                {kind === "full pen"
                  ? "a full pen"
                  : kind === "left hand"
                    ? "a pen in the left hand"
                    : kind === "mouse"
                      ? "a mouse"
                      : "a pen with pressure only"}
              </option>
            ))}
          </select>
        </label>
        <fieldset>
          <legend className="mb-0.5">Small proofs</legend>
          <div className="grid grid-cols-2 gap-x-3">
            {proofNames.map((name) => (
              <label key={name} className="flex h-[26px] items-center gap-2 pointer-coarse:h-11">
                <input
                  type="checkbox"
                  className="size-[18px] accent-act"
                  checked={view.proofs.includes(name)}
                  onChange={(event) =>
                    onView({
                      proofs: event.target.checked
                        ? [...view.proofs, name]
                        : view.proofs.filter((other) => other !== name),
                    })
                  }
                />
                <span className="whitespace-nowrap">{name}</span>
              </label>
            ))}
          </div>
        </fieldset>
        <div className="flex items-center gap-4">
          {(["ink", "second", "paper"] as const).map((which) => (
            <label key={which} className="flex items-center gap-1.5 capitalize">
              <input
                type="color"
                className="size-7 cursor-pointer rounded border border-edge bg-raised pointer-coarse:size-10"
                value={view.colours[which]}
                onChange={(event) => onView({ colours: { ...view.colours, [which]: event.target.value } })}
              />
              {which}
            </label>
          ))}
        </div>
        <div className="flex">
          <Button
            kind="quiet"
            className="ml-auto h-7 text-[13px]"
            onClick={() => onView({ ...usualView, keys: view.keys })}
          >
            As usual
          </Button>
        </div>
      </div>
    </PaperMenu>
  );
}
