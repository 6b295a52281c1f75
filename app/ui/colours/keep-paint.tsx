import { hexToRgb, rgbToHex } from "@core/colour/srgb";
import { tintingOf, tintOf } from "@core/paint/tinting";
import { type FormEvent, useState } from "react";
import { Button } from "../button";
import { ownPaints } from "./own-paints";

/** The parts of white in which a paint is seen as it is made. */
const ladder = [1, 4, 20] as const;
const box = "h-6.5 rounded border border-edge bg-raised px-1.5";

interface Props {
  readonly colour: string;
  readonly onKept: () => void;
}

/** Makes a paint of a colour: its name, and what a part of it looks like in parts of white. */
export function KeepPaint({ colour, onKept }: Props) {
  const [open, setOpen] = useState(false);
  const [parts, setParts] = useState(9);
  const [tint, setTint] = useState<string>();
  const [fault, setFault] = useState<string>();
  const [busy, setBusy] = useState(false);
  const masstone = hexToRgb(colour);
  const shown = tint ?? rgbToHex(tintOf(masstone, 1, parts));
  const tinting = tint === undefined ? 1 : tintingOf(masstone, hexToRgb(tint), parts);
  if (!open)
    return (
      <button
        type="button"
        className="self-start text-[12.5px] text-soft underline hover:text-ink"
        onClick={() => setOpen(true)}
      >
        make a paint of this colour…
      </button>
    );
  const keep = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const name = String(new FormData(event.currentTarget).get("name"));
    setBusy(true);
    setFault(undefined);
    try {
      await ownPaints.keep({ name, colour, tint: shown, parts });
      onKept();
      setOpen(false);
    } catch (error) {
      setFault(error instanceof Error ? error.message : String(error));
    }
    setBusy(false);
  };
  return (
    <form aria-label="A paint of one’s own" className="flex flex-col gap-1.5 text-[13px]" onSubmit={keep}>
      <label className="flex items-center gap-2">
        <span className="text-soft">name</span>
        <input name="name" required maxLength={60} className={`${box} min-w-0 flex-1`} />
      </label>
      <div className="flex items-center gap-1.5 text-soft">
        1 part in
        <input
          type="number"
          aria-label="Parts of white"
          className={`${box} w-12`}
          min={1}
          max={100}
          value={parts}
          onChange={(event) => setParts(Math.min(100, Math.max(1, Math.round(Number(event.target.value)) || 1)))}
        />
        of white is
        <input
          type="color"
          aria-label="Its tint"
          className="h-6.5 w-9 rounded border border-edge bg-raised"
          value={shown}
          onChange={(event) => setTint(event.target.value)}
        />
      </div>
      <ul aria-label="What it gives in white" className="flex gap-1">
        {ladder.map((whites) => (
          <li
            key={whites}
            className="h-6 flex-1 rounded-sm border border-edge"
            title={`1 part in ${whites} of white`}
            style={{ background: rgbToHex(tintOf(masstone, tinting, whites)) }}
          />
        ))}
      </ul>
      {fault && (
        <p role="alert" className="text-danger">
          {fault}
        </p>
      )}
      <div className="flex gap-1.5">
        <Button kind="act" type="submit" disabled={busy}>
          Keep it
        </Button>
        <Button onClick={() => setOpen(false)}>Leave it</Button>
      </div>
    </form>
  );
}
