import { oklchToRgb, rgbToOklch } from "@core/colour/oklch";
import { hexToRgb, rgbToHex } from "@core/colour/srgb";
import { useState } from "react";
import { ColourField, MOST_CHROMA } from "./colour-field";

/** A field and three bars to choose a colour from, and its number. Where it has no hue of its own, the one chosen last is shown. */
export function ColourChooser({ colour, onPick }: { colour: string; onPick: (hex: string) => void }) {
  const [hue, setHue] = useState(() => rgbToOklch(hexToRgb(colour)).h);
  const { l, c, h } = rgbToOklch(hexToRgb(colour));
  const shownHue = c < 0.005 ? hue : h;
  const pick = (next: { l: number; c: number; h: number }) => {
    setHue(next.h);
    onPick(rgbToHex(oklchToRgb(next)));
  };
  /** Takes what was typed: six digits or three, with the sign before them or without. What is no colour is put back. */
  const take = (field: HTMLInputElement) => {
    const digits = /^#?([0-9a-f]{3}|[0-9a-f]{6})$/.exec(field.value.trim().toLowerCase())?.[1];
    if (!digits) field.value = colour;
    else onPick(`#${digits.length === 3 ? digits.replace(/./g, "$&$&") : digits}`);
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
          onBlur={(event) => take(event.target)}
          onKeyDown={(event) => {
            if (event.key === "Enter" || event.key === "Escape") take(event.currentTarget);
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
