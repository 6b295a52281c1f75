import { stepRanges } from "@core/desk/tip/steps";
import { useState } from "react";
import { RangeLine } from "~/ui/settings/range-line";
import { Card } from "../../shared/card";
import { type AimProps, Do } from "./do";

/** The lightness map: none, one to paint on, of the tip's depth, of its picture's greys. */
export function MapCard({ sheet, engine }: AimProps) {
  const [amount, setAmount] = useState(0.6);
  return (
    <Card title="Lightness map">
      <p className="mb-1 text-[13px] text-soft">
        {sheet.mapped
          ? "Its greys make the colour darker and lighter; middle grey leaves it."
          : "None: the tip takes the stroke’s colour as it is."}
      </p>
      <RangeLine
        label="Edge dark, middle light"
        value={amount}
        {...stepRanges("map").amount}
        step={0.05}
        unit="%"
        onChange={setAmount}
        onDone={() => undefined}
      />
      <div className="mt-1 flex flex-wrap gap-1.5">
        <Do label="From its depth" step={{ kind: "map", from: "depth", amount }} engine={engine} />
        <Do
          label="From its picture"
          step={{ kind: "map", from: "greys", amount }}
          engine={engine}
          disabled={!sheet.greys}
        />
        <Do label="Middle grey, to paint on" step={{ kind: "map", from: "middle", amount }} engine={engine} />
        {sheet.mapped && (
          <>
            <Do label="Blur it" step={{ kind: "blur", part: "map", radius: 3 }} engine={engine} />
            <Do label="Turn it over" step={{ kind: "invert", part: "map" }} engine={engine} />
            <Do label="None" step={{ kind: "map", from: "nothing", amount }} engine={engine} />
          </>
        )}
      </div>
    </Card>
  );
}
