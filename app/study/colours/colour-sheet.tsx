import { oklchToRgb, rgbToOklch } from "@core/colour/oklch";
import { hexToRgb, rgbToHex } from "@core/colour/srgb";
import { standingActs } from "@core/study/standing";
import { ArrowLeftRight } from "lucide-react";
import { useMemo, useState } from "react";
import { setColour, swapColours } from "~/easel/state/study-state";
import { useSession, useStudy } from "~/easel/state/use-study";
import { Tool } from "~/ui/tool";
import { ColourField, MOST_CHROMA } from "./colour-field";

const MOST_USED = 16;

/** The two colours, a field to choose from, and those used so far. */
export function ColourSheet() {
  const session = useSession();
  const { run } = session.store;
  const first = useStudy((state) => state.first);
  const second = useStudy((state) => state.second);
  const [which, setWhich] = useState<"first" | "second">("first");
  const colour = which === "first" ? first : second;
  return (
    <section
      aria-label="Colours"
      className="sheet flex min-h-0 flex-col gap-2 overflow-y-auto border border-line px-2.5 py-1.5 shadow-sm"
    >
      <h2 className="font-semibold font-serif text-base">Colours</h2>
      <div className="flex items-center gap-2">
        {(["first", "second"] as const).map((name) => (
          <label
            key={name}
            className="flex flex-1 cursor-pointer items-center gap-1.5 rounded border border-line px-1.5 py-1 text-[13px] has-checked:border-act has-checked:bg-act-wash has-focus-visible:outline-2 has-focus-visible:outline-act"
          >
            <input
              type="radio"
              name="which-colour"
              className="sr-only"
              checked={which === name}
              onChange={() => setWhich(name)}
            />
            <span
              className="size-6 rounded-sm border border-line"
              style={{ background: name === "first" ? first : second }}
            />
            {name}
          </label>
        ))}
        <Tool label="Change the two colours over (C)" onClick={() => run(swapColours)}>
          <ArrowLeftRight aria-hidden size={15} />
        </Tool>
      </div>
      <Chooser colour={colour} onPick={(hex) => run(setColour(which, hex))} />
      <Used onPick={(hex) => run(setColour(which, hex))} />
    </section>
  );
}

/** What a colour is by hue where it has none of its own: the one that was chosen last. */
function Chooser({ colour, onPick }: { colour: string; onPick: (hex: string) => void }) {
  const [hue, setHue] = useState(() => rgbToOklch(hexToRgb(colour)).h);
  const { l, c, h } = rgbToOklch(hexToRgb(colour));
  const shownHue = c < 0.005 ? hue : h;
  const pick = (next: { l: number; c: number; h: number }) => {
    setHue(next.h);
    onPick(rgbToHex(oklchToRgb(next)));
  };
  return (
    <>
      <ColourField l={l} c={c} h={shownHue} onPick={(light, chroma) => pick({ l: light, c: chroma, h: shownHue })} />
      <Bar
        label="Hue"
        value={shownHue}
        most={360}
        says={`${Math.round(shownHue)}°`}
        stops={Array.from({ length: 13 }, (_, i) => ({ l: 0.72, c: 0.14, h: i * 30 }))}
        onPick={(value) => pick({ l, c: Math.max(c, 0.006), h: value })}
      />
      <Bar
        label="Light"
        value={l}
        most={1}
        says={`${Math.round(l * 100)} %`}
        stops={Array.from({ length: 9 }, (_, i) => ({ l: i / 8, c, h: shownHue }))}
        onPick={(value) => pick({ l: value, c, h: shownHue })}
      />
      <Bar
        label="Pure"
        value={c}
        most={MOST_CHROMA}
        says={`${Math.round((c / MOST_CHROMA) * 100)} %`}
        stops={Array.from({ length: 9 }, (_, i) => ({ l, c: (i / 8) * MOST_CHROMA, h: shownHue }))}
        onPick={(value) => pick({ l, c: value, h: shownHue })}
      />
      <label className="flex items-center gap-2 text-[13px]">
        <span className="w-9 text-soft">sRGB</span>
        <input
          key={colour}
          className="h-6.5 min-w-0 flex-1 rounded border border-edge bg-raised px-1.5 font-mono"
          defaultValue={colour}
          maxLength={7}
          onBlur={(event) => {
            const typed = event.target.value.trim().toLowerCase();
            if (/^#[0-9a-f]{6}$/.test(typed)) onPick(typed);
            else event.target.value = colour;
          }}
        />
      </label>
    </>
  );
}

interface BarProps {
  readonly label: string;
  readonly value: number;
  readonly most: number;
  readonly says: string;
  readonly stops: readonly { readonly l: number; readonly c: number; readonly h: number }[];
  readonly onPick: (value: number) => void;
}

/** One of the numbers of a colour, on a bar of the colours that it would give. */
function Bar({ label, value, most, says, stops, onPick }: BarProps) {
  const colours = stops.map((stop) => rgbToHex(oklchToRgb(stop))).join(", ");
  return (
    <label className="flex items-center gap-2 text-[13px]">
      <span className="w-9 text-soft">{label}</span>
      <input
        type="range"
        className="colour-bar h-5.5 min-w-0 flex-1"
        style={{ ["--bar" as string]: `linear-gradient(to right, ${colours})` }}
        min={0}
        max={most}
        step={most / 360}
        value={value}
        aria-valuetext={says}
        onChange={(event) => onPick(Number(event.target.value))}
      />
    </label>
  );
}

/** The colours painted with so far, the most used first. */
function Used({ onPick }: { onPick: (hex: string) => void }) {
  const log = useStudy((state) => state.log);
  const used = useMemo(() => {
    const counts = new Map<string, number>();
    for (const { act } of standingActs(log)) {
      const colour =
        act.kind === "stroke" && act.use === "paint" ? act.colour : act.kind === "fill" ? act.colour : null;
      if (colour) counts.set(colour, (counts.get(colour) ?? 0) + 1);
    }
    return [...counts].sort(([, a], [, b]) => b - a).slice(0, MOST_USED);
  }, [log]);
  if (used.length === 0) return null;
  return (
    <div>
      <p className="mb-1 text-[12.5px] text-soft">used so far, most first</p>
      <ul className="flex flex-wrap gap-1">
        {used.map(([colour, times]) => (
          <li key={colour}>
            <button
              type="button"
              aria-label={`Take ${colour}, used ${times} times`}
              className="size-6 rounded-sm border border-line pointer-coarse:size-10"
              style={{ background: colour }}
              onClick={() => onPick(colour)}
            />
          </li>
        ))}
      </ul>
    </div>
  );
}
