import type { Body } from "@core/quality/row";
import type { Ignored, Setting } from "@core/stroke/plan";

const names: { readonly [setting in Setting]: { readonly body: Body; readonly label: string } } = {
  blend: { body: "paint", label: "the blend mode" },
  build: { body: "paint", label: "the even build" },
  rim: { body: "paint", label: "the rim" },
  ragged: { body: "paint", label: "the ragged edge" },
  mixing: { body: "paint", label: "mixing" },
  taking: { body: "paint", label: "dragging the pixels" },
  soften: { body: "paint", label: "softening" },
  body: { body: "paint", label: "the paint’s body" },
  colour: { body: "paint", label: "the shifts of colour" },
  colourOfMarks: { body: "paint", label: "colours of single marks" },
  ground: { body: "ground", label: "the grain" },
  press: { body: "ground", label: "the press" },
  pictureColours: { body: "tip", label: "the picture’s colours" },
  dip: { body: "tip", label: "the second colour across the tip" },
  spacing: { body: "trail", label: "the spacing" },
};

/** Says which settings of a body do nothing now, and why. */
export function IdleNote({ ignored, body }: { readonly ignored: readonly Ignored[]; readonly body: Body }) {
  const here = ignored.filter(({ setting }) => names[setting].body === body);
  const reasons = [...new Set(here.map(({ why }) => why))];
  return reasons.map((why) => {
    const [first, ...others] = here.filter((one) => one.why === why).map(({ setting }) => names[setting].label);
    const list = [`${first.charAt(0).toUpperCase()}${first.slice(1)}`, ...others].join(", ");
    const verb = others.length > 0 ? "have" : "has";
    return (
      <p key={why} role="note" className="mt-1 border-edge border-l-2 pl-2 text-[12px] text-soft leading-4">
        {list} {verb} no effect: {why}.
      </p>
    );
  });
}
