import { PenTool } from "lucide-react";
import { ramps, type StandInPen } from "~/paper/stand-in/stand-in-pen";
import { Segments } from "~/ui/segments";
import { useBench, useRun } from "../state/use-bench";
import { changeSettings } from "../state/view-commands";
import { PaperMenu } from "./paper-menu";

const sliders = [
  { signal: "pressure", label: "Pressure", most: 1, step: 0.01 },
  { signal: "tilt", label: "Tilt", most: 1, step: 0.01 },
  { signal: "lean", label: "Lean", most: 360, step: 5 },
  { signal: "twist", label: "Twist", most: 360, step: 5 },
] as const;

/** Gives a mouse the signals of a pen, so that what a pen will do can be tried by hand. */
export function StandInMenu() {
  const run = useRun();
  const pen = useBench(({ settings }) => settings.standIn);
  const set = (patch: Partial<StandInPen>) => run(changeSettings({ standIn: { ...pen, ...patch } }));
  return (
    <PaperMenu label={pen.on ? "A stand-in pen: on" : "A stand-in pen"} icon={PenTool} title="A stand-in pen">
      <label className="mb-2 flex items-center gap-2">
        <input
          type="checkbox"
          className="size-[18px] accent-act"
          checked={pen.on}
          onChange={(event) => set({ on: event.target.checked })}
        />
        Mouse and finger draw as a pen would
      </label>
      <fieldset disabled={!pen.on} className="space-y-1.5 disabled:opacity-45">
        <legend className="sr-only">What it says</legend>
        {sliders.map(({ signal, label, most, step }) => (
          <label key={signal} className="flex items-center gap-2">
            <span className="w-20">{label}</span>
            <input
              type="range"
              className="h-[24px] flex-1 accent-act"
              min={0}
              max={most}
              step={step}
              value={pen[signal]}
              onChange={(event) => set({ [signal]: Number(event.target.value) })}
            />
            <span className="w-14 text-right font-mono text-[13px]">
              {most === 1 ? `${Math.round(pen[signal] * 100)} %` : `${Math.round(pen[signal])}°`}
            </span>
          </label>
        ))}
        <div className="flex items-center gap-2">
          <span className="w-20 whitespace-nowrap">Pressure</span>
          <Segments
            label="How pressure goes along the stroke"
            name="ramp"
            options={ramps}
            value={pen.ramp}
            onPick={(ramp) => set({ ramp })}
          />
        </div>
        {pen.ramp !== "even" && (
          <label className="flex items-center gap-2">
            <span className="w-20">within</span>
            <input
              type="range"
              className="h-[24px] flex-1 accent-act"
              min={50}
              max={1200}
              step={10}
              value={pen.over}
              onChange={(event) => set({ over: Number(event.target.value) })}
            />
            <span className="w-14 text-right font-mono text-[13px]">{pen.over} px</span>
          </label>
        )}
      </fieldset>
      <p className="mt-2 text-[12.5px] text-soft">
        While you draw, the wheel or ↑ and ↓ change the pressure, ← and → the lean; with Shift tilt and twist. The dial
        beside the pointer shows them.
      </p>
    </PaperMenu>
  );
}
