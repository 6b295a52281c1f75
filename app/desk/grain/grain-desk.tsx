import { type GrainWork, grainWorkSchema } from "@core/desk/grain/grain-work";
import { type DrawnGrain, drawnGrainKinds, grainOf } from "@core/ground/grain";
import type { KeptGrain } from "@server/grains/repository";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useKeptDraft } from "~/keeping/use-kept-draft";
import { takeCarried } from "~/pictures/carry-picture";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { TopBar } from "~/ui/top-bar";
import { Card } from "../shared/card";
import { DeskFrame } from "../shared/desk-frame";
import { DeskStatus } from "../shared/desk-status";
import { FindingList } from "../shared/finding-list";
import { KeptList } from "../shared/kept-list";
import { drawnSvg } from "../shared/svg-file";
import { readGrainDraft } from "./grain-draft";
import { GrainSettings } from "./grain-settings";
import { GrainViews } from "./grain-views";
import { GrainKeepCard } from "./keep-card";
import { GrainPrintCard, type ScaledSet, usualPrint } from "./print-card";
import { useGrainDesk } from "./use-grain-desk";

/** What tiles already is left alone. */
const asItTiles = grainWorkSchema.parse({ tile: "none" });

interface Props {
  readonly sets: readonly ScaledSet[];
  readonly grains: readonly KeptGrain[];
  /** Whose desk it is. */
  readonly account: string;
  readonly studio: string;
}

/** The grain desk: a picture of a surface becomes a grain that tiles, beside the strokes it will give. */
export function GrainDesk({ sets, grains, account, studio }: Props) {
  const [work, setWork] = useState<GrainWork>(() => grainWorkSchema.parse({}));
  const [print, setPrint] = useState(usualPrint);
  const [name, setName] = useState("");
  /** What the grain is drawn from, where it is no picture. */
  const [drawn, setDrawn] = useState<DrawnGrain>();
  /** Why an SVG picture could not be drawn. */
  const [undrawn, setUndrawn] = useState<string>();
  const { desk, opening, open, generate, exportPng, complain } = useGrainDesk(work);
  const chooser = useRef<HTMLInputElement>(null);
  /** The file of what lies on the desk, where it is a picture. */
  const [file, setFile] = useState<File>();
  const set = (patch: Partial<GrainWork>) => setWork((now) => ({ ...now, ...patch }));
  const begin = useCallback(
    (file: File, settings = grainWorkSchema.parse({}), printed = usualPrint) => {
      setUndrawn(undefined);
      // What lies on the desk keeps its settings until the picture is there: it may be refused or stopped.
      const taken = () => {
        setWork(settings);
        setFile(file);
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
    setFile(undefined);
    generate(next);
  };
  const from = drawn ?? file;
  const lying = useMemo(() => (from ? { from, work, print, name } : undefined), [from, work, print, name]);
  useKeptDraft(`grain desk ${account}`, lying, readGrainDraft, (left) => {
    // What was put on the desk meanwhile stays.
    if (opening.name !== undefined || desk.opened) return;
    if (left.from instanceof File) return begin(left.from, left.work, left.print);
    setWork(left.work);
    setPrint(left.print);
    setName(left.name);
    draw(left.from);
  });
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

  const { opened, grain, findings, strokes, fault, busy } = desk;
  const trouble = undrawn ?? fault;
  return (
    <DeskFrame
      label="A picture of a surface"
      says="Drop a picture of a surface on the desk"
      chooser={chooser}
      onFiles={([file]) => begin(file)}
    >
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
            <GrainViews grain={grain} strokes={strokes} />
            {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the settings scroll, and must do so by keys */}
            <div tabIndex={0} className="space-y-3 lg:overflow-y-auto">
              <GrainSettings desk={desk} work={work} onWork={set} drawn={drawn} onDrawn={draw} />
              <Card title="Findings">
                <FindingList findings={findings} work={work} onMend={set} />
              </Card>
              <GrainPrintCard print={print} onChange={setPrint} sets={sets} side={grain?.picture.width} />
              <GrainKeepCard
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
