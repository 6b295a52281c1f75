import { type GrainWork, grainWorkSchema } from "@core/desk/grain-work";
import { printScale } from "@core/desk/print-scale";
import { drawnGrainKinds, grainOf } from "@core/ground/grain";
import { useCallback, useEffect, useRef, useState } from "react";
import { useFetcher } from "react-router";
import { box, CheckLine, ChoiceLine, RangeLine } from "~/bench/setting-lines";
import { Button } from "~/ui/button";
import { saveFile } from "~/ui/save-file";
import { Segments } from "~/ui/segments";
import { TopBar } from "~/ui/top-bar";
import { counted } from "~/ui/words";
import { DEPTHS, STROKES_HEIGHT, STROKES_WIDTH } from "~/workers/grain-strokes";
import { BitmapView } from "./bitmap-view";
import { Bars, Card } from "./card";
import { takeCarried } from "./carry-picture";
import { DeskFrame } from "./desk-frame";
import { FindingList } from "./finding-list";
import type { action } from "./grain-route";
import { drawnSvg } from "./svg-file";
import { useDesk } from "./use-desk";

const views = ["as it tiles", "moved by half", "once"] as const;
const tileNames = { cut: "along the least path", blend: "by a soft blend", none: "leave it" } as const;

interface Named {
  readonly id: string;
  readonly name: string;
}

/** The grain desk: a picture of a surface becomes a grain that tiles, beside the strokes it will give. */
export function GrainDesk({ brushes, sets }: { brushes: readonly Named[]; sets: readonly Named[] }) {
  const [work, setWork] = useState<GrainWork>(() => grainWorkSchema.parse({}));
  const [view, setView] = useState<(typeof views)[number]>("as it tiles");
  const [brush, setBrush] = useState("");
  const [wholeSet, setWholeSet] = useState("");
  const [pxPerMm, setPxPerMm] = useState("");
  const [dpi, setDpi] = useState("300");
  const [name, setName] = useState("");
  /** Why an SVG picture could not be drawn. */
  const [undrawn, setUndrawn] = useState<string>();
  const { desk, open, generate, exportPng } = useDesk(work);
  const chooser = useRef<HTMLInputElement>(null);
  const keeper = useFetcher<typeof action>();
  const set = (patch: Partial<GrainWork>) => setWork((now) => ({ ...now, ...patch }));
  const begin = useCallback(
    (file: File) => {
      setWork(grainWorkSchema.parse({}));
      setName(file.name.replace(/\.[^.]*$/, ""));
      setUndrawn(undefined);
      if (file.type !== "image/svg+xml") open(file);
      else drawnSvg(file).then(open, (error: Error) => setUndrawn(error.message));
    },
    [open],
  );

  useEffect(() => {
    void takeCarried().then((file) => file && begin(file));
  }, [begin]);

  const download = async () => saveFile(await exportPng(), `${name.trim() || "grain"}.png`, "image/png");
  const known = Number(pxPerMm) > 0 && Number(dpi) > 0;
  const scale = known ? printScale(Number(pxPerMm), Number(dpi)) : 1;
  const use = async (to: "brush" | "set") => {
    const form = new FormData();
    form.set("picture", new File([await exportPng()], `${name.trim() || "grain"}.png`, { type: "image/png" }));
    form.set(to, to === "brush" ? brush : wholeSet);
    if (known) form.set("scale", String(scale));
    void keeper.submit(form, { method: "post", encType: "multipart/form-data" });
  };

  const { opened, grain, findings, ends, strokes, fault, busy } = desk;
  const answer = keeper.state === "idle" ? keeper.data : undefined;
  const trouble = undrawn ?? fault ?? (answer && "fault" in answer ? answer.fault : undefined);
  const given = answer && "changed" in answer ? answer : undefined;
  return (
    <DeskFrame label="A picture of a surface" chooser={chooser} onFile={begin}>
      <TopBar>
        <h1 className="font-medium font-serif text-lg">Grain desk</h1>
        <span role="status" className="font-mono text-[13px] text-soft">
          {busy ? "working…" : opened ? `${opened.name}, ${opened.width}×${opened.height} px` : "nothing on it yet"}
        </span>
        <div className="ml-auto flex items-center gap-2">
          <Button onClick={() => chooser.current?.click()}>Open a picture…</Button>
          <select
            className={`${box} h-7.5`}
            aria-label="Begin with a drawn grain"
            value=""
            onChange={(event) => {
              const kind = drawnGrainKinds.find((other) => other === event.target.value);
              if (!kind) return;
              setWork(grainWorkSchema.parse({ tile: "none" }));
              setName(kind);
              generate(grainOf(kind));
            }}
          >
            <option value="">or draw one…</option>
            {drawnGrainKinds.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
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
                Drop, paste or open a photograph of paper, sand, cardboard or plaster. It is evened out, made to tile, and shown under strokes before any brush has it.
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
              <section aria-label="The grain" className="sheet relative min-h-60 flex-1 overflow-hidden border border-line shadow-sm">
                <BitmapView picture={grain?.picture} repeat={view !== "once"} half={view === "moved by half"} label={`The grain ${view}`} />
                <Segments label="How the grain is shown" name="view" options={views} value={view} onPick={setView} className="absolute top-2 right-2" />
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
                    <BitmapView picture={strokes} fit label="A dry stroke, a wash and a slow swell in each law at three depths" />
                  </div>
                </div>
              </section>
            </div>
            {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the settings scroll, and must do so by keys */}
            <div tabIndex={0} className="space-y-3 lg:overflow-y-auto">
              <Card title="The picture">
                <div className="sheet mb-1.5 h-28 overflow-hidden rounded border border-line">
                  <BitmapView
                    picture={opened.thumbnail}
                    fit
                    label="The picture as it was opened; drag over the part to use"
                    part={work.turn === 0 ? work.part : undefined}
                    onPart={
                      work.turn !== 0 ? undefined : ({ left, top, width, height }) => set({ part: { left, top, width: Math.max(0.02, width), height: Math.max(0.02, height) } })
                    }
                  />
                </div>
                <RangeLine label="Straighten" value={work.turn} low={-45} high={45} step={0.5} unit="°" onChange={(turn) => set({ turn })} onDone={() => undefined} />
                {(["left", "top", "width", "height"] as const).map((side) => (
                  <RangeLine
                    key={side}
                    label={{ left: "From the left", top: "From the top", width: "Width used", height: "Height used" }[side]}
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
                <RangeLine label="Sharpen" value={work.sharpen} low={0} high={4} step={0.05} unit="%" onChange={(sharpen) => set({ sharpen })} onDone={() => undefined} />
                <RangeLine label="Even out above" value={work.even} low={0.05} high={1} step={0.01} unit="%" onChange={(even) => set({ even })} onDone={() => undefined} />
                <RangeLine label="Black at" value={work.black} low={0} high={1} step={0.005} unit="%" onChange={(black) => set({ black })} onDone={() => undefined} />
                <RangeLine label="White at" value={work.white} low={0} high={1} step={0.005} unit="%" onChange={(white) => set({ white })} onDone={() => undefined} />
                <RangeLine label="Middle" value={work.gamma} low={0.2} high={5} step={0.05} onChange={(gamma) => set({ gamma })} onDone={() => undefined} />
                {grain && <Bars counts={grain.histogram} label="How often each height comes" />}
                <div className="flex items-center justify-between">
                  <CheckLine label="Turned over" value={work.invert} onChange={(invert) => set({ invert })} />
                  <Button
                    className="h-7"
                    disabled={!ends}
                    onClick={() => ends && set({ black: work.black + ends.black * (work.white - work.black), white: work.black + ends.white * (work.white - work.black) })}
                  >
                    Full range
                  </Button>
                </div>
              </Card>
              <Card title="Tiling">
                <ChoiceLine label="Join borders" value={work.tile} options={["cut", "blend", "none"] as const} names={tileNames} onPick={(tile) => set({ tile })} />
                <RangeLine label="Overlap" value={work.overlap} low={0.02} high={0.5} step={0.01} unit="%" onChange={(overlap) => set({ overlap })} onDone={() => undefined} />
                <p className="text-[13px]">
                  Seam: <span className="font-mono">{grain ? grain.seam.toFixed(2) : "…"}</span> <span className="text-soft">times the picture’s own steps; 1 is unseen</span>
                </p>
              </Card>
              <Card title="Findings">
                <FindingList findings={findings} work={work} onMend={set} />
              </Card>
              <Card title="Size in print">
                <div className="flex flex-wrap items-center gap-1.5">
                  <input
                    type="number"
                    className={`${box} w-20 text-right font-mono`}
                    min={0}
                    step="any"
                    aria-label="Px of the picture to a millimetre of the surface"
                    value={pxPerMm}
                    onChange={(event) => setPxPerMm(event.target.value)}
                  />
                  px per mm, painted at
                  <input
                    type="number"
                    className={`${box} w-18 text-right font-mono`}
                    min={1}
                    aria-label="Dots per inch of the painting"
                    value={dpi}
                    onChange={(event) => setDpi(event.target.value)}
                  />
                  dpi
                </div>
                <p className="mt-1 text-[13px] text-soft">
                  {known && grain
                    ? `One tile is ${(grain.picture.width / Number(pxPerMm)).toFixed(1)} mm wide; at scale ${scale.toFixed(2)} the grain has its true size in print.`
                    : "Say how large the photographed surface is, and the grain gets its true size in print."}
                </p>
              </Card>
              <Card title="Keep it">
                <div className="flex flex-wrap items-center gap-1.5">
                  <select className={`${box} w-full`} aria-label="The brush that gets the grain" value={brush} onChange={(event) => setBrush(event.target.value)}>
                    <option value="">a brush of yours…</option>
                    {brushes.map(({ id, name: other }) => (
                      <option key={id} value={id}>
                        {other}
                      </option>
                    ))}
                  </select>
                  <Button kind="act" className="h-7" disabled={!brush || !grain || keeper.state !== "idle"} onClick={() => void use("brush")}>
                    Use it in this brush
                  </Button>
                  <select className={`${box} w-full`} aria-label="The set whose brushes all get the grain" value={wholeSet} onChange={(event) => setWholeSet(event.target.value)}>
                    <option value="">a set of yours…</option>
                    {sets.map(({ id, name: other }) => (
                      <option key={id} value={id}>
                        {other}
                      </option>
                    ))}
                  </select>
                  <Button className="h-7" disabled={!wholeSet || !grain || keeper.state !== "idle"} onClick={() => void use("set")}>
                    Give it to the whole set
                  </Button>
                  <Button className="h-7" disabled={!grain} onClick={() => void download()}>
                    Save as PNG
                  </Button>
                </div>
                <p className="mt-1 text-[13px] text-soft">A brush gets a new revision with this grain; the earlier one stays in its history.</p>
                {given && (
                  <p role="status" className="mt-1">
                    {counted(given.changed, "brush", "brushes")} of “{given.set}” {given.changed === 1 ? "has" : "have"} it now.
                  </p>
                )}
              </Card>
            </div>
          </div>
        )}
      </main>
    </DeskFrame>
  );
}
