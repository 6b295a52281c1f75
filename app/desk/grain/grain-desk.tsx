import { type GrainWork, grainWorkSchema } from "@core/desk/grain/grain-work";
import { type DrawnGrain, drawnGrainKinds, grainOf } from "@core/ground/grain";
import type { KeptGrain } from "@server/grains/repository";
import { useCallback, useEffect, useRef, useState } from "react";
import { takeCarried } from "~/pictures/carry-picture";
import { Button } from "~/ui/button";
import { DrawnGrainLines } from "~/ui/grain/drawn-grain-lines";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { CheckLine } from "~/ui/settings/check-line";
import { ChoiceLine } from "~/ui/settings/choice-line";
import { RangeLine } from "~/ui/settings/range-line";
import { TopBar } from "~/ui/top-bar";
import { BitmapView } from "../shared/bitmap-view";
import { Bars, Card } from "../shared/card";
import { DeskFrame } from "../shared/desk-frame";
import { DeskStatus } from "../shared/desk-status";
import { FindingList } from "../shared/finding-list";
import { KeptList } from "../shared/kept-list";
import { drawnSvg } from "../shared/svg-file";
import { DEPTHS, STROKES_HEIGHT, STROKES_WIDTH } from "./grain-strokes";
import { GrainKeepCard } from "./keep-card";
import { GrainPrintCard, type ScaledSet, usualPrint } from "./print-card";
import { useGrainDesk } from "./use-grain-desk";

/** What tiles already is left alone. */
const asItTiles = grainWorkSchema.parse({ tile: "none" });
const views = ["as it tiles", "moved by half", "once"] as const;
const tileNames = { cut: "along the least path", blend: "by a soft blend", none: "leave it" } as const;

interface Props {
  readonly brushes: readonly { readonly id: string; readonly name: string }[];
  readonly sets: readonly ScaledSet[];
  readonly grains: readonly KeptGrain[];
  readonly studio: string;
}

/** The grain desk: a picture of a surface becomes a grain that tiles, beside the strokes it will give. */
export function GrainDesk({ brushes, sets, grains, studio }: Props) {
  const [work, setWork] = useState<GrainWork>(() => grainWorkSchema.parse({}));
  const [view, setView] = useState<(typeof views)[number]>("as it tiles");
  const [print, setPrint] = useState(usualPrint);
  const [name, setName] = useState("");
  /** What the grain is drawn from, where it is no picture. */
  const [drawn, setDrawn] = useState<DrawnGrain>();
  /** Why an SVG picture could not be drawn. */
  const [undrawn, setUndrawn] = useState<string>();
  const { desk, opening, open, generate, exportPng, complain } = useGrainDesk(work);
  const chooser = useRef<HTMLInputElement>(null);
  const set = (patch: Partial<GrainWork>) => setWork((now) => ({ ...now, ...patch }));
  const begin = useCallback(
    (file: File, settings = grainWorkSchema.parse({}), printed = usualPrint) => {
      setUndrawn(undefined);
      // What lies on the desk keeps its settings until the picture is there: it may be refused or stopped.
      const taken = () => {
        setWork(settings);
        setName(file.name.replace(/\.[^.]*$/, ""));
        setDrawn(undefined);
        setPrint(printed);
      };
      if (file.type !== "image/svg+xml") open(file, taken);
      else
        drawnSvg(file).then(
          (picture) => open(picture, taken),
          (error: Error) => setUndrawn(error.message),
        );
    },
    [open],
  );

  useEffect(() => {
    void takeCarried().then((file) => file && begin(file));
  }, [begin]);

  const draw = (next: DrawnGrain) => {
    setDrawn(next);
    generate(next);
  };
  const openKept = async ({ file, name: called, pxPerMm }: KeptGrain) => {
    const bytes = await fetch(`/${file}`)
      .then((answer) => (answer.ok ? answer.blob() : undefined))
      .catch(() => undefined);
    if (!bytes) return setUndrawn(`${called}: its picture could not be fetched`);
    begin(new File([bytes], `${called}.png`, { type: "image/png" }), asItTiles, {
      ...usualPrint,
      pxPerMm: pxPerMm === null ? "" : String(pxPerMm),
    });
  };

  const { opened, grain, findings, ends, strokes, fault, busy } = desk;
  const trouble = undrawn ?? fault;
  return (
    <DeskFrame label="A picture of a surface" chooser={chooser} onFile={(file) => begin(file)}>
      <TopBar>
        <h1 className="font-medium font-serif text-lg">Grain desk</h1>
        <DeskStatus
          opening={opening}
          lies={
            busy ? "working…" : opened ? `${opened.name}, ${opened.width}×${opened.height} px` : "nothing on it yet"
          }
        />
        <div className="ml-auto flex items-center gap-2">
          <Button onClick={() => chooser.current?.click()}>Open a picture…</Button>
          <select
            className={`${box} h-7.5`}
            aria-label="Begin with a drawn grain"
            value=""
            onChange={(event) => {
              const kind = drawnGrainKinds.find((other) => other === event.target.value);
              if (!kind) return;
              setWork(asItTiles);
              setName(kind);
              setPrint(usualPrint);
              draw(grainOf(kind));
            }}
          >
            <option value="">or draw one…</option>
            {drawnGrainKinds.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
          <KeptList
            what="grain"
            things={grains}
            pictureOf={({ file }) => file}
            onOpen={(kept) => void openKept(kept)}
          />
        </div>
      </TopBar>
      <main className="flex min-h-0 flex-1 flex-col gap-3 px-4.5 py-3">
        {trouble && (
          <p role="alert" className="rounded-md border border-danger px-3 py-1.5 text-danger">
            {trouble}
          </p>
        )}
        {!opened && (
          <div className="sheet grid flex-1 place-items-center border border-line">
            <div className="max-w-lg text-center">
              <p className="font-serif text-2xl">Put a surface on the desk</p>
              <p className="mt-1 text-soft">
                Drop, paste or open a photograph of paper, sand, cardboard or plaster. It is evened out, made to tile,
                and shown under strokes before any brush has it.
              </p>
              <Button kind="act" className="mt-3" onClick={() => chooser.current?.click()}>
                Open a picture…
              </Button>
            </div>
          </div>
        )}
        {opened && (
          <div className="grid min-h-0 flex-1 gap-3 lg:grid-cols-[minmax(0,1fr)_340px]">
            <div className="flex min-h-0 min-w-0 flex-col gap-3">
              <section
                aria-label="The grain"
                className="sheet relative min-h-60 flex-1 overflow-hidden border border-line shadow-sm"
              >
                <BitmapView
                  picture={grain?.picture}
                  repeat={view !== "once"}
                  half={view === "moved by half"}
                  label={`The grain ${view}`}
                />
                <Segments
                  label="How the grain is shown"
                  name="view"
                  options={views}
                  value={view}
                  onPick={setView}
                  className="absolute top-2 right-2"
                />
              </section>
              <section aria-label="Strokes on the grain" className="sheet border border-line">
                <div className="flex justify-around border-line border-b py-0.5 pl-14 text-[12px] text-soft">
                  {DEPTHS.map((depth) => (
                    <span key={depth}>depth {Math.round(depth * 100)} %</span>
                  ))}
                </div>
                <div className="flex">
                  <div className="flex w-14 flex-col justify-around border-line border-r text-center text-[12px] text-soft">
                    <span>peaks</span>
                    <span>print</span>
                    <span>pool</span>
                  </div>
                  <div className="min-w-0 flex-1" style={{ aspectRatio: `${STROKES_WIDTH} / ${STROKES_HEIGHT}` }}>
                    <BitmapView
                      picture={strokes}
                      fit
                      label="A dry stroke, a wash and a slow swell in each law at three depths"
                    />
                  </div>
                </div>
              </section>
            </div>
            {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the settings scroll, and must do so by keys */}
            <div tabIndex={0} className="space-y-3 lg:overflow-y-auto">
              {drawn && (
                <Card title={`Drawn: ${drawn.kind}`}>
                  <DrawnGrainLines grain={drawn} onChange={draw} onDone={() => undefined} />
                </Card>
              )}
              <Card title="The picture">
                <div className="sheet mb-1.5 h-28 overflow-hidden rounded border border-line">
                  <BitmapView
                    picture={opened.thumbnail}
                    fit
                    label="The picture as it was opened; drag over the part to use"
                    part={work.turn === 0 ? work.part : undefined}
                    onPart={
                      work.turn !== 0
                        ? undefined
                        : ({ left, top, width, height }) =>
                            set({ part: { left, top, width: Math.max(0.02, width), height: Math.max(0.02, height) } })
                    }
                  />
                </div>
                <RangeLine
                  label="Straighten"
                  value={work.turn}
                  low={-45}
                  high={45}
                  step={0.5}
                  unit="°"
                  onChange={(turn) => set({ turn })}
                  onDone={() => undefined}
                />
                {(["left", "top", "width", "height"] as const).map((side) => (
                  <RangeLine
                    key={side}
                    label={
                      { left: "From the left", top: "From the top", width: "Width used", height: "Height used" }[side]
                    }
                    value={work.part[side]}
                    low={side === "width" || side === "height" ? 0.02 : 0}
                    high={1}
                    step={0.01}
                    unit="%"
                    onChange={(value) => set({ part: { ...work.part, [side]: value } })}
                    onDone={() => undefined}
                  />
                ))}
              </Card>
              <Card title="Light and levels">
                <RangeLine
                  label="Sharpen"
                  value={work.sharpen}
                  low={0}
                  high={4}
                  step={0.05}
                  unit="%"
                  onChange={(sharpen) => set({ sharpen })}
                  onDone={() => undefined}
                />
                <RangeLine
                  label="Even out above"
                  value={work.even}
                  low={0.05}
                  high={1}
                  step={0.01}
                  unit="%"
                  onChange={(even) => set({ even })}
                  onDone={() => undefined}
                />
                <RangeLine
                  label="Black at"
                  value={work.black}
                  low={0}
                  high={1}
                  step={0.005}
                  unit="%"
                  onChange={(black) => set({ black })}
                  onDone={() => undefined}
                />
                <RangeLine
                  label="White at"
                  value={work.white}
                  low={0}
                  high={1}
                  step={0.005}
                  unit="%"
                  onChange={(white) => set({ white })}
                  onDone={() => undefined}
                />
                <RangeLine
                  label="Middle"
                  value={work.gamma}
                  low={0.2}
                  high={5}
                  step={0.05}
                  onChange={(gamma) => set({ gamma })}
                  onDone={() => undefined}
                />
                {grain && <Bars counts={grain.histogram} label="How often each height comes" />}
                <div className="flex items-center justify-between">
                  <CheckLine label="Turned over" value={work.invert} onChange={(invert) => set({ invert })} />
                  <Button
                    className="h-7"
                    disabled={!ends}
                    onClick={() =>
                      ends &&
                      set({
                        black: work.black + ends.black * (work.white - work.black),
                        white: work.black + ends.white * (work.white - work.black),
                      })
                    }
                  >
                    Full range
                  </Button>
                </div>
              </Card>
              <Card title="Tiling">
                <ChoiceLine
                  label="Join borders"
                  value={work.tile}
                  options={["cut", "blend", "none"] as const}
                  names={tileNames}
                  onPick={(tile) => set({ tile })}
                />
                <RangeLine
                  label="Overlap"
                  value={work.overlap}
                  low={0.02}
                  high={0.5}
                  step={0.01}
                  unit="%"
                  onChange={(overlap) => set({ overlap })}
                  onDone={() => undefined}
                />
                <p className="text-[13px]">
                  Seam: <span className="font-mono">{grain ? grain.seam.toFixed(2) : "…"}</span>{" "}
                  <span className="text-soft">times the picture’s own steps; 1 is unseen</span>
                </p>
              </Card>
              <Card title="Findings">
                <FindingList findings={findings} work={work} onMend={set} />
              </Card>
              <GrainPrintCard print={print} onChange={setPrint} sets={sets} side={grain?.picture.width} />
              <GrainKeepCard
                brushes={brushes}
                sets={sets}
                studio={studio}
                usualName={name}
                print={print}
                ready={grain !== undefined}
                exportPng={exportPng}
                onFault={complain}
              />
            </div>
          </div>
        )}
      </main>
    </DeskFrame>
  );
}
