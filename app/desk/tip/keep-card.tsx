import type { ImageShape } from "@core/tip/shape/shape";
import { useState } from "react";
import { useFetcher } from "react-router";
import { BrushChoice, type ChosenBrush } from "~/finding/brush-choice";
import { unlessDropped } from "~/port/open-port";
import { Button } from "~/ui/button";
import { saveFile } from "~/ui/save-file";
import { Card } from "../shared/card";
import { LabelFields, useLabel } from "../shared/label-fields";
import type { action, TipDeskAsk } from "./actions.server";
import type { TipDeskEngine, TipDeskState } from "./use-tip-desk";

interface Props {
  readonly studio: string;
  readonly sheet: NonNullable<TipDeskState["sheet"]>;
  readonly engine: TipDeskEngine;
  readonly pivot: readonly [number, number];
  readonly pick: ImageShape["pick"];
  /** The brush it was tried with. */
  readonly tried: ChosenBrush | undefined;
}

/** Where the tip goes: to a brush, to the maker's tips, to files. */
export function TipKeepCard({ studio, sheet, engine, pivot, pick, tried }: Props) {
  const [brush, setBrush] = useState(tried);
  const [label, setLabel] = useLabel(studio);
  const keeper = useFetcher<typeof action>();
  const busy = keeper.state !== "idle";
  const name = label.name.trim() || sheet.members[0].name;
  const made = {
    label: { ...label, name },
    mapped: sheet.mapped,
    pick,
    weights: sheet.members.map(({ weight }) => weight),
    pivot: [pivot[0], pivot[1]] as [number, number],
  };
  const exported = (mapped: boolean, use: (files: readonly Uint8Array<ArrayBuffer>[]) => void) =>
    void engine.exportPng(mapped).then(use).catch(unlessDropped(engine.complain));
  const submit = (ask: TipDeskAsk) =>
    exported(true, (files) => {
      const form = new FormData();
      form.set("ask", JSON.stringify(ask));
      files.forEach((bytes, n) => {
        form.append("picture", new File([bytes], `${name}${n > 0 ? ` ${n + 1}` : ""}.png`, { type: "image/png" }));
      });
      void keeper.submit(form, { method: "post", encType: "multipart/form-data" });
    });
  const save = (mapped: boolean) =>
    exported(mapped, (files) => {
      files.forEach((bytes, n) => {
        saveFile(
          bytes,
          `${name}${sheet.members.length > 1 ? ` ${n + 1}` : ""}${mapped ? ", with its map" : ""}.png`,
          "image/png",
        );
      });
    });
  const answer = busy ? undefined : keeper.data;
  return (
    <Card title="Keep it">
      <div className="space-y-1.5">
        <div className="flex gap-1.5">
          <BrushChoice
            label="The brush that gets the tip"
            chosen={brush}
            none="a brush of yours…"
            onChoose={setBrush}
            className="flex-1"
          />
          <Button
            kind="act"
            className="h-7"
            disabled={!brush || busy}
            onClick={() => brush && submit({ act: "use", brush: brush.id, ...made })}
          >
            Use it in this brush
          </Button>
        </div>
        <p className="text-[13px] text-soft">
          The brush gets a new revision; brushes with an earlier version of the tip keep theirs. Whatever you do with
          it, the tip lies among yours under these words, so that a set knows under which licence it is.
        </p>
        <LabelFields label={label} onChange={setLabel} usualName={sheet.members[0].name} tagsSuch="leaf, wreath" />
        <div className="flex flex-wrap gap-1.5">
          <Button className="h-7" disabled={busy} onClick={() => submit({ act: "begin", ...made })}>
            New brush from this tip
          </Button>
          <Button className="h-7" disabled={busy} onClick={() => submit({ act: "keep", ...made })}>
            Keep among my tips
          </Button>
          <Button className="h-7" onClick={() => save(false)}>
            Save as PNG
          </Button>
          {sheet.mapped && (
            <Button className="h-7" onClick={() => save(true)}>
              Save with its map
            </Button>
          )}
        </div>
        {answer && "kept" in answer && (
          <p role="status" className="text-[13px]">
            “{answer.kept}” is among your tips.
          </p>
        )}
        {answer && "fault" in answer && (
          <p role="alert" className="text-[13px] text-danger">
            {answer.fault}
          </p>
        )}
      </div>
    </Card>
  );
}
