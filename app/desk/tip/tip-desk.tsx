import { type Brush, parseBrush } from "@core/brush";
import type { Picture } from "@core/picture/picture";
import { drawnKinds, type ImageShape, picturePaths, shapeOf } from "@core/tip/shape/shape";
import type { KeptTip } from "@server/tips/repository";
import { Redo2, Undo2 } from "lucide-react";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { takeCarried } from "~/pictures/carry-picture";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { TopBar } from "~/ui/top-bar";
import { BitmapView } from "../shared/bitmap-view";
import { Card } from "../shared/card";
import { DeskFrame } from "../shared/desk-frame";
import { DeskStatus } from "../shared/desk-status";
import { KeptList } from "../shared/kept-list";
import { drawnSvg } from "../shared/svg-file";
import { useOpening } from "../shared/use-opening";
import { DrawingSettings, type DrawSettings, usualDrawing } from "./draw-card";
import { TipFamilyStrip } from "./family-strip";
import { TipFindingsCard } from "./findings-card";
import { TipKeepCard } from "./keep-card";
import { PivotCard } from "./pivot-card";
import { type Goes, type TipPen, type TipTry, TRIES_HEIGHT, TRIES_WIDTH, TRUE_SIZES } from "./protocol";
import { type SheetTool, sheetTools, TipSheetView } from "./sheet-view";
import { useTipDesk } from "./use-tip-desk";
import { MapCard, PlaceCard, StrengthCard } from "./work-cards";

const plainRound = parseBrush({
  level: 1,
  name: "plain round",
  tip: { size: 24, hardness: 0.85 },
  trail: { spacing: 0.08 },
});
const plainTry = parseBrush({
  level: 1,
  name: "plain",
  tip: { size: 120 },
  trail: { spacing: 0.35 },
  responses: [{ quality: "size", source: "pressure", low: 0.4, high: 1 }],
});
const SIDES = [256, 512, 1024, 2048, 4096] as const;
const START = 1024;

interface Props {
  readonly brushes: readonly { readonly id: string; readonly brush: Brush }[];
  readonly tips: readonly KeptTip[];
  readonly studio: string;
}

/** The tip desk: a sheet on which a tip is drawn or made of a picture, beside what it will leave. */
export function TipDesk({ brushes, tips, studio }: Props) {
  const [drawing, setDrawing] = useState<DrawSettings>(usualDrawing);
  const [tool, setTool] = useState<SheetTool>("draw");
  const [triedId, setTriedId] = useState("");
  const [pivot, setPivot] = useState<readonly [number, number]>([0, 0]);
  const [pick, setPick] = useState<ImageShape["pick"]>("chance");
  const [side, setSide] = useState<number>(START);
  const chooser = useRef<HTMLInputElement>(null);
  const goes = useRef<Goes>("alone");

  const pen = useMemo((): TipPen => {
    const { brush: id, size, strength, ...rest } = drawing;
    const own = brushes.find((one) => one.id === id)?.brush ?? plainRound;
    return { ...rest, brush: { ...own, tip: { ...own.tip, size }, paint: { ...own.paint, opacity: strength } } };
  }, [drawing, brushes]);
  const tried = useMemo(
    (): TipTry => ({ brush: brushes.find(({ id }) => id === triedId)?.brush ?? plainTry, pivot, pick }),
    [brushes, triedId, pivot, pick],
  );
  const [state, engine] = useTipDesk(pen, tried);
  const { sheet, findings, tries, busy, fault } = state;
  const opening = useOpening();
  const { begin: read } = opening;

  const open = useCallback(
    async (file: File, where: Goes) => {
      engine.complain(undefined);
      try {
        const drawn = file.type === "image/svg+xml" ? await drawnSvg(file) : file;
        const take = (picture: Picture) => {
          engine.tell("open", { picture, name: file.name, goes: where }, [picture.data.buffer]);
          if (where === "alone") setPivot([0, 0]);
        };
        read(drawn, take, engine.complain);
      } catch (error) {
        engine.complain(error instanceof Error ? error.message : String(error));
      }
    },
    [engine, read],
  );
  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      const key = event.key.toLowerCase();
      if (
        !(event.ctrlKey || event.metaKey) ||
        (key !== "z" && key !== "y") ||
        (event.target instanceof HTMLInputElement && event.target.type !== "range" && event.target.type !== "checkbox")
      )
        return;
      event.preventDefault();
      engine.tell("travel", key === "y" || event.shiftKey ? "redo" : "undo");
    };
    addEventListener("keydown", keys);
    return () => removeEventListener("keydown", keys);
  }, [engine]);

  useEffect(() => {
    void takeCarried().then((file) => file && open(file, "alone"));
  }, [open]);

  const choose = (where: Goes) => {
    goes.current = where;
    chooser.current?.click();
  };
  const begin = (kind: string) => {
    opening.stop();
    setPivot([0, 0]);
    const drawn = drawnKinds.find((other) => other === kind);
    const shape = drawn && shapeOf(drawn);
    if (shape && shape.kind !== "image") engine.tell("shape", { shape, side, goes: "alone" });
    else engine.tell("blank", { side, goes: "alone" });
  };
  const openKept = ({ shape, pivot: about }: KeptTip) => {
    if (shape.kind !== "image") return;
    opening.stop();
    setPivot(about);
    setPick(shape.pick);
    engine.tell("kept", {
      pictures: shape.pictures.map(({ file, weight }) => ({ address: `/${file}`, weight })),
      mapped: shape.colour === "lightness",
    });
  };

  return (
    <DeskFrame
      label="A picture for a tip"
      chooser={chooser}
      onFile={(file, chosen) => void open(file, chosen ? goes.current : "alone")}
    >
      <TopBar>
        <h1 className="font-medium font-serif text-lg">Tip desk</h1>
        <DeskStatus opening={opening} lies={sheet ? `${sheet.width}×${sheet.height} px` : "nothing on it yet"} />
        <div className="ml-auto flex items-center gap-2">
          <select
            className={`${box} h-7.5`}
            aria-label="Longer side of a new sheet"
            value={side}
            onChange={(event) => setSide(Number(event.target.value))}
          >
            {SIDES.map((px) => (
              <option key={px} value={px}>
                {px} px
              </option>
            ))}
          </select>
          <select
            className={`${box} h-7.5`}
            aria-label="Begin with"
            value=""
            onChange={(event) => event.target.value && begin(event.target.value)}
          >
            <option value="">begin with…</option>
            <option value="blank">a blank sheet</option>
            {drawnKinds.map((kind) => (
              <option key={kind} value={kind}>
                {kind === "bristles" ? "bristles" : `${/^[aeiou]/.test(kind) ? "an" : "a"} ${kind}`}
              </option>
            ))}
          </select>
          <Button onClick={() => choose("alone")}>Open a picture…</Button>
          <KeptList what="tip" things={tips} pictureOf={({ shape }) => picturePaths(shape)[0]} onOpen={openKept} />
        </div>
      </TopBar>
      <main className="flex min-h-0 flex-1 flex-col gap-3 px-4.5 py-3">
        {fault && (
          <p role="alert" className="rounded-md border border-danger px-3 py-1.5 text-danger">
            {fault}
          </p>
        )}
        <div className={`grid min-h-0 flex-1 gap-3 ${sheet ? "lg:grid-cols-[minmax(0,1fr)_300px_322px]" : ""}`}>
          <div className="relative flex min-h-0 min-w-0 flex-col gap-3">
            <section
              aria-label="The sheet"
              className="relative flex min-h-80 flex-1 flex-col overflow-hidden rounded border border-line bg-panel"
            >
              {sheet && (
                <div className="flex flex-wrap gap-1.5 px-2 pt-2">
                  <Segments
                    label="What the pointer does on the sheet"
                    name="tool"
                    options={sheetTools}
                    value={tool}
                    onPick={setTool}
                  />
                  <Button
                    className="h-7 px-1.5"
                    disabled={!sheet.undo}
                    aria-label={`Undo${sheet.undo ? `: ${sheet.undo}` : ""}`}
                    title={sheet.undo}
                    onClick={() => engine.tell("travel", "undo")}
                  >
                    <Undo2 aria-hidden size={15} />
                  </Button>
                  <Button
                    className="h-7 px-1.5"
                    disabled={!sheet.redo}
                    aria-label={`Redo${sheet.redo ? `: ${sheet.redo}` : ""}`}
                    title={sheet.redo}
                    onClick={() => engine.tell("travel", "redo")}
                  >
                    <Redo2 aria-hidden size={15} />
                  </Button>
                </div>
              )}
              <div className="min-h-0 flex-1">
                <TipSheetView engine={engine} size={sheet} tool={tool} pivot={pivot} onPivot={setPivot} />
              </div>
              {busy && (
                <div
                  role="status"
                  className="absolute inset-x-0 bottom-3 mx-auto flex w-fit items-center gap-3 rounded-md border border-line bg-raised px-3 py-1.5 shadow"
                >
                  <progress aria-label={busy} className="w-28 accent-act" />
                  {busy}
                  <Button className="h-7" onClick={() => engine.tell("cancel", null)}>
                    Stop
                  </Button>
                </div>
              )}
              {!sheet && (
                <div className="absolute inset-0 grid place-items-center">
                  <div className="max-w-lg text-center">
                    <p className="font-serif text-2xl">Begin a tip</p>
                    <p className="mt-1 text-soft">
                      Draw one on a blank sheet, start from a shape, or drop, paste or open a picture: a leaf, a rivet,
                      a splash of paint.
                    </p>
                    <div className="mt-3 flex justify-center gap-2">
                      <Button kind="act" onClick={() => begin("blank")}>
                        A blank sheet
                      </Button>
                      <Button onClick={() => choose("alone")}>Open a picture…</Button>
                    </div>
                  </div>
                </div>
              )}
            </section>
            {sheet && (
              <TipFamilyStrip
                sheet={sheet}
                engine={engine}
                pick={pick}
                onPick={setPick}
                onOpen={() => choose("beside")}
              />
            )}
          </div>
          {sheet && (
            <section
              aria-label="As it will be"
              className="min-h-0 overflow-y-auto rounded-lg border border-line bg-panel"
            >
              <label className="flex items-center gap-2 border-line border-b px-2.5 py-1.5">
                <span className="text-soft">tried with</span>
                <select
                  className={`${box} min-w-0 flex-1`}
                  value={triedId}
                  onChange={(event) => setTriedId(event.target.value)}
                >
                  <option value="">a plain brush</option>
                  {brushes.map(({ id, brush: { name } }) => (
                    <option key={id} value={id}>
                      {name}
                    </option>
                  ))}
                </select>
              </label>
              <div className="sheet relative mx-auto" style={{ width: TRIES_WIDTH - 2, height: TRIES_HEIGHT }}>
                {TRUE_SIZES.map((px, n) => (
                  <span
                    key={px}
                    className="pointer-events-none absolute left-2 rounded bg-sheet px-1 text-[11px] text-soft"
                    style={n === 3 ? { left: "auto", right: 3, top: 3 } : { top: [186, 146, 88][n] }}
                  >
                    {px} px
                  </span>
                ))}
                <BitmapView
                  picture={tries}
                  label={`The tip at ${TRUE_SIZES.join(", ")} px, in a stroke, in a turning ring, and stamped all over`}
                />
              </div>
            </section>
          )}
          {sheet && (
            // biome-ignore lint/a11y/noNoninteractiveTabindex: the settings scroll, and must do so by keys
            <div tabIndex={0} className="space-y-3 lg:min-h-0 lg:overflow-y-auto">
              <TipFindingsCard findings={findings} engine={engine} />
              <Card title="Draw">
                <DrawingSettings
                  brushes={brushes}
                  settings={drawing}
                  onSettings={(patch) => setDrawing({ ...drawing, ...patch })}
                  mapped={sheet.mapped}
                />
              </Card>
              <StrengthCard sheet={sheet} engine={engine} />
              <PlaceCard sheet={sheet} engine={engine} />
              <PivotCard
                pivot={pivot}
                centre={
                  sheet.centre && [
                    round((2 * sheet.centre[0]) / sheet.width - 1),
                    round((2 * sheet.centre[1]) / sheet.height - 1),
                  ]
                }
                onPivot={setPivot}
              />
              <MapCard sheet={sheet} engine={engine} />
              <TipKeepCard
                brushes={brushes}
                studio={studio}
                sheet={sheet}
                engine={engine}
                pivot={pivot}
                pick={pick}
                tried={triedId}
              />
            </div>
          )}
        </div>
      </main>
    </DeskFrame>
  );
}

const round = (v: number) => Math.round(v * 1000) / 1000;
