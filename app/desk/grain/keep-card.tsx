import { useState } from "react";
import { useFetcher } from "react-router";
import { BrushChoice, type ChosenBrush } from "~/finding/brush-choice";
import { unlessDropped } from "~/port/open-port";
import { Button } from "~/ui/button";
import { saveFile } from "~/ui/save-file";
import { box } from "~/ui/settings/box";
import { counted } from "~/ui/words";
import { Card } from "../shared/card";
import { LabelFields, useLabel } from "../shared/label-fields";
import type { action, GrainDeskAsk } from "./actions.server";
import { type PrintSize, scaleOf } from "./print-card";

interface Named {
  readonly id: string;
  readonly name: string;
}

interface Props {
  readonly sets: readonly Named[];
  readonly studio: string;
  /** What the picture was called. */
  readonly usualName: string;
  readonly print: PrintSize;
  /** Whether there is a grain yet. */
  readonly ready: boolean;
  readonly exportPng: () => Promise<Uint8Array<ArrayBuffer>>;
  /** Is told why the grain could not be had. */
  readonly onFault: (fault: string) => void;
}

/** Where the grain goes: to a brush, to a whole set, among the maker's grains, to a file. */
export function GrainKeepCard({ sets, studio, usualName, print, ready, exportPng, onFault }: Props) {
  const [brush, setBrush] = useState<ChosenBrush>();
  const [set, setSet] = useState("");
  const [label, setLabel] = useLabel(studio);
  const keeper = useFetcher<typeof action>();
  const busy = keeper.state !== "idle";
  const name = label.name.trim() || usualName.trim() || "grain";
  const scale = scaleOf(print);
  const said = {
    label: { ...label, name },
    pxPerMm: Number(print.pxPerMm) > 0 ? Number(print.pxPerMm) : null,
  };
  const exported = (use: (bytes: Uint8Array<ArrayBuffer>) => void) =>
    void exportPng().then(use).catch(unlessDropped(onFault));
  const submit = (ask: GrainDeskAsk) =>
    exported((bytes) => {
      const form = new FormData();
      form.set("ask", JSON.stringify(ask));
      form.set("picture", new File([bytes], `${name}.png`, { type: "image/png" }));
      void keeper.submit(form, { method: "post", encType: "multipart/form-data" });
    });
  const answer = busy ? undefined : keeper.data;
  return (
    <Card title="Keep it">
      <div className="space-y-1.5">
        <BrushChoice
          label="The brush that gets the grain"
          chosen={brush}
          none="a brush of yours…"
          onChoose={setBrush}
          className="w-full"
        />
        <Button
          kind="act"
          className="h-7"
          disabled={!brush || !ready || busy}
          onClick={() => brush && submit({ act: "use", brush: brush.id, scale, ...said })}
        >
          Use it in this brush
        </Button>
        <select
          className={`${box} w-full`}
          aria-label="The set whose brushes all get the grain"
          value={set}
          onChange={(event) => setSet(event.target.value)}
        >
          <Choices first="a set of yours…" things={sets} />
        </select>
        <Button
          className="h-7"
          disabled={!set || !ready || busy}
          onClick={() => submit({ act: "give", set, scale, ...said })}
        >
          Give it to the whole set
        </Button>
        <p className="text-[13px] text-soft">
          A brush gets a new revision with this grain; the earlier one stays in its history. The grain lies among yours
          under these words, so that a set knows under which licence it is.
        </p>
        <LabelFields label={label} onChange={setLabel} usualName={usualName} tagsSuch="wall, outdoors" />
        <div className="flex flex-wrap gap-1.5">
          <Button className="h-7" disabled={!ready || busy} onClick={() => submit({ act: "keep", ...said })}>
            Keep among my grains
          </Button>
          <Button
            className="h-7"
            disabled={!ready}
            onClick={() => exported((bytes) => saveFile(bytes, `${name}.png`, "image/png"))}
          >
            Save as PNG
          </Button>
        </div>
        {answer && "fault" in answer && (
          <p role="alert" className="text-[13px] text-danger">
            {answer.fault}
          </p>
        )}
        {answer && "kept" in answer && (
          <p role="status" className="text-[13px]">
            “{answer.kept}” is among your grains.
          </p>
        )}
        {answer && "changed" in answer && answer.changed !== undefined && (
          <p role="status">
            {counted(answer.changed, "brush", "brushes")} of “{answer.set}” {answer.changed === 1 ? "has" : "have"} it
            now.
          </p>
        )}
      </div>
    </Card>
  );
}

function Choices({ first, things }: { first: string; things: readonly Named[] }) {
  return (
    <>
      <option value="">{first}</option>
      {things.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </>
  );
}
