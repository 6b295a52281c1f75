import { hexToRgb, rgbToHex, toLinear } from "@core/colour/srgb";
import { namedPaints } from "@core/paint/named-paints";
import { BANDS, scatterOf } from "@core/paint/pigment";
import { colourOfPigment } from "@core/paint/pigment-colour";
import { paintNumbers, tintingWithin } from "@core/paint/tinting";
import { X } from "lucide-react";
import { useEffect, useId, useState, useSyncExternalStore } from "react";
import { Tool } from "../tool";
import { KeepPaint } from "./keep-paint";
import { type OwnPaintHere, ownPaints } from "./own-paints";

interface Props {
  readonly colour: string;
  /** @param tinting how strongly the paint tints, where it is no named or own one */
  readonly onPick: (hex: string, tinting?: number) => void;
}

const none: readonly OwnPaintHere[] = [];
/** The parts in hundredths of the other paint in each mixture that is offered. */
const shares = [10, 25, 50, 75, 90] as const;

/** Paints by their names, one's own among them, and what a colour becomes when one of them is mixed into it. */
export function PaintBox({ colour, onPick }: Props) {
  const own = useSyncExternalStore(ownPaints.subscribe, ownPaints.get, () => none);
  const [into, setInto] = useState<string>();
  const [fault, setFault] = useState<string>();
  useEffect(() => void ownPaints.load(), []);
  const paints = [...namedPaints, ...own];
  const present = own.find((one) => one.colour === colour);
  const name = paints.find((one) => one.colour === colour)?.name;
  return (
    <section aria-label="Paints" className="flex flex-col gap-1.5">
      <p className="flex items-baseline justify-between gap-2 text-[12.5px] text-soft">
        paints <span className="truncate text-ink">{name}</span>
      </p>
      <ul className="flex flex-wrap gap-1">
        {paints.map((paint) => (
          <li key={`${paint.name} ${paint.colour}`}>
            <button
              type="button"
              aria-label={paint.name}
              title={paint.name}
              aria-pressed={paint.colour === colour}
              className="size-6 rounded-full border border-edge aria-pressed:ring-2 aria-pressed:ring-act pointer-coarse:size-10"
              style={{ background: paint.colour }}
              onClick={() => onPick(paint.colour)}
            />
          </li>
        ))}
      </ul>
      <Mixtures colour={colour} paints={paints} into={into} onInto={setInto} onPick={onPick} />
      {present ? (
        <p className="flex items-center justify-between text-[12.5px] text-soft">
          1 part in {present.parts} of white gives
          <span className="ml-1 size-5 rounded-sm border border-edge" style={{ background: present.tint }} />
          <Tool
            label={`Let ${present.name} go`}
            className="ml-auto"
            onClick={() =>
              ownPaints.drop(present.id).then(
                () => onPick(colour),
                (error: Error) => setFault(error.message),
              )
            }
          >
            <X aria-hidden size={14} />
          </Tool>
        </p>
      ) : (
        !name && <KeepPaint colour={colour} onKept={() => onPick(colour)} />
      )}
      {fault && (
        <p role="alert" className="text-[12.5px] text-danger">
          {fault}
        </p>
      )}
    </section>
  );
}

interface MixturesProps extends Props {
  readonly paints: readonly { readonly name: string; readonly colour: string; readonly tinting?: number }[];
  readonly into: string | undefined;
  readonly onInto: (name: string | undefined) => void;
}

function Mixtures({ colour, paints, into, onInto, onPick }: MixturesProps) {
  const id = useId();
  const other = paints.find(({ name }) => name === into);
  return (
    <div className="flex flex-wrap items-center gap-1 text-[13px]">
      <label htmlFor={id} className="text-soft">
        mixed with
      </label>
      <select
        id={id}
        className="h-6.5 min-w-0 flex-1 rounded border border-edge bg-raised px-1"
        value={into ?? ""}
        onChange={(event) => onInto(event.target.value || undefined)}
      >
        <option value="">nothing</option>
        {paints.map(({ name, colour: hex }) => (
          <option key={`${name} ${hex}`}>{name}</option>
        ))}
      </select>
      {other && (
        <ul className="flex w-full gap-1">
          {shares.map((share) => {
            const mixture = mixtureOf(colour, other, share / 100);
            return (
              <li key={share} className="flex-1">
                <button
                  type="button"
                  aria-label={`${share} hundredths of ${other.name}`}
                  title={`${share} of 100 parts ${other.name}: ${mixture.colour}`}
                  className="h-6 w-full rounded-sm border border-edge pointer-coarse:h-10"
                  style={{ background: mixture.colour }}
                  onClick={() => onPick(mixture.colour, mixture.tinting)}
                />
              </li>
            );
          })}
        </ul>
      )}
    </div>
  );
}

/** What a colour and a paint make together, and how strongly that tints against its colour alone. */
function mixtureOf(hex: string, other: { readonly colour: string; readonly tinting?: number }, share: number) {
  const own = paintNumbers(hexToRgb(hex), ownPaints.tinting(hex));
  const mixed = paintNumbers(hexToRgb(other.colour), other.tinting ?? 1).map((n, i) => own[i] + share * (n - own[i]));
  const colour = rgbToHex(colourOfPigment(mixed));
  return { colour, tinting: tintingWithin(mixed[BANDS] / scatterOf(hexToRgb(colour).map(toLinear))) };
}
