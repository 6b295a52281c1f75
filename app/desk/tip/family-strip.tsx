import { type ImageShape, picks } from "@core/tip/shape/shape";
import { ArrowLeft, ArrowRight, Plus, Trash2 } from "lucide-react";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { BitmapView } from "../shared/bitmap-view";
import type { TipDeskEngine, TipDeskState } from "./use-tip-desk";

const pickNames = {
  chance: "by chance",
  shuffled: "by chance, none twice in a row",
  sequence: "in turn",
  pressure: "by pressure",
  heading: "by heading",
  speed: "by speed",
} as const;

interface Props {
  readonly sheet: NonNullable<TipDeskState["sheet"]>;
  readonly engine: TipDeskEngine;
  readonly pick: ImageShape["pick"];
  readonly onPick: (pick: ImageShape["pick"]) => void;
  /** Opens a picture beside those that are there. */
  readonly onOpen: () => void;
}

/** The tips of the family in their order; one of them lies on the sheet. */
export function TipFamilyStrip({ sheet, engine, pick, onPick, onOpen }: Props) {
  const { members, chosen } = sheet;
  return (
    <section
      aria-label="Family"
      className="flex max-h-44 flex-wrap items-center gap-2 overflow-y-auto rounded-lg border border-line bg-panel px-2.5 py-1.5"
    >
      <ul className="flex flex-wrap gap-1.5">
        {members.map(({ name, weight, thumbnail }, n) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a tip is its place in the family
          <li key={n} className={`rounded border ${n === chosen ? "border-act ring-1 ring-act" : "border-line"}`}>
            <button
              type="button"
              className="sheet block size-14 rounded"
              aria-pressed={n === chosen}
              aria-label={`Tip ${n + 1}, ${name}`}
              title={name}
              onClick={() => engine.tell("choose", n)}
            >
              <BitmapView picture={thumbnail} label="" />
            </button>
            {members.length > 1 && pick === "chance" && (
              <input
                type="number"
                min={0}
                max={1000}
                step="any"
                aria-label={`Weight of tip ${n + 1}`}
                className="block h-[24px] w-14 rounded-b bg-transparent text-center font-mono text-[12px]"
                defaultValue={weight}
                onBlur={(event) =>
                  engine.tell("weigh", {
                    member: n,
                    weight: Math.min(1000, Math.max(0, Number(event.target.value) || 0)),
                  })
                }
              />
            )}
          </li>
        ))}
      </ul>
      <Button
        className="h-7 px-1.5"
        aria-label="Add a blank tip to the family"
        title="Add a blank tip"
        onClick={() => engine.tell("blank", { side: Math.max(sheet.width, sheet.height), goes: "beside" })}
      >
        <Plus aria-hidden size={15} />
      </Button>
      <Button className="h-7 px-2" onClick={onOpen}>
        Add a picture…
      </Button>
      {members.length > 1 && (
        <>
          <Button
            className="h-7 px-1.5"
            disabled={chosen === 0}
            aria-label="Earlier in the family"
            title="Earlier"
            onClick={() => engine.tell("move", { member: chosen, to: chosen - 1 })}
          >
            <ArrowLeft aria-hidden size={15} />
          </Button>
          <Button
            className="h-7 px-1.5"
            disabled={chosen === members.length - 1}
            aria-label="Later in the family"
            title="Later"
            onClick={() => engine.tell("move", { member: chosen, to: chosen + 1 })}
          >
            <ArrowRight aria-hidden size={15} />
          </Button>
          <Button
            className="h-7 px-1.5"
            aria-label="Take this tip out of the family"
            title="Take it out"
            onClick={() => engine.tell("remove", chosen)}
          >
            <Trash2 aria-hidden size={15} />
          </Button>
          <label className="flex items-center gap-1.5 whitespace-nowrap">
            Picked
            <select className={box} value={pick} onChange={(event) => onPick(event.target.value as ImageShape["pick"])}>
              {picks.map((name) => (
                <option key={name} value={name}>
                  {pickNames[name]}
                </option>
              ))}
            </select>
          </label>
          <Button className="h-7 px-2" onClick={() => engine.tell("evenOut", null)}>
            Even out
          </Button>
        </>
      )}
    </section>
  );
}
