import { drawnKinds, picturePaths, shapeOf } from "@core/tip/shape/shape";
import type { KeptTip } from "@server/tips/repository";
import { useEffect, useRef, useState } from "react";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { TopBar } from "~/ui/top-bar";
import { DeskFrame } from "../shared/desk-frame";
import { DeskStatus } from "../shared/desk-status";
import { KeptList } from "../shared/kept-list";
import { type Aim, Aims } from "./aims/aims";
import { fadeOf } from "./aims/fade";
import { TipFamilyStrip } from "./family-strip";
import { TipFindingsCard } from "./findings-card";
import { TipKeepCard } from "./keep-card";
import type { Goes } from "./protocol";
import { BusyNote, EmptySheet, SheetTools } from "./sheet-tools";
import { type SheetTool, TipSheetView } from "./sheet-view";
import { TriesCard } from "./tries-card";
import { useTipDesk } from "./use-tip-desk";
import { useTipFiles } from "./use-tip-files";
import { useTipSettings } from "./use-tip-settings";
import { useTravelKeys } from "./use-travel-keys";

const SIDES = [256, 512, 1024, 2048, 4096] as const;

interface Props {
  readonly tips: readonly KeptTip[];
  /** Whose desk it is. */
  readonly account: string;
  readonly studio: string;
}

/** The tip desk: a sheet on which a tip is drawn or made of a picture, beside what it will leave. */
export function TipDesk({ tips, account, studio }: Props) {
  const { settings, set, pen, tried } = useTipSettings(account);
  const { drawing, tool, pivot, pick, side } = settings;
  const [state, engine] = useTipDesk(account, pen, tried);
  const { sheet, findings, tries, busy, fault } = state;
  const { opening, openAll, refused } = useTipFiles(engine, () => set({ pivot: [0, 0] }));
  const [aim, setAim] = useState<Aim>("draw");
  const [fade, setFade] = useState(() => fadeOf(side, side));
  const chooser = useRef<HTMLInputElement>(null);
  const goes = useRef<Goes>("alone");
  useTravelKeys(engine);

  /** Some aims have a tool of their own on the sheet. */
  const pickAim = (next: Aim) => {
    setAim(next);
    if (next === "draw" || next === "fade" || next === "pivot") set({ tool: next });
    else if (tool === "fade" || tool === "pivot") set({ tool: "draw" });
  };
  const pickTool = (next: SheetTool) => {
    set({ tool: next });
    if (next === "draw" || next === "fade" || next === "pivot") setAim(next);
  };
  const width = sheet?.width;
  const height = sheet?.height;
  useEffect(() => {
    if (width && height) setFade(fadeOf(width, height));
  }, [width, height]);

  const choose = (where: Goes) => {
    goes.current = where;
    chooser.current?.click();
  };
  const begin = (kind: string) => {
    opening.stop();
    set({ pivot: [0, 0] });
    const drawn = drawnKinds.find((other) => other === kind);
    const shape = drawn && shapeOf(drawn);
    if (shape && shape.kind !== "image") engine.tell("shape", { shape, side, goes: "alone" });
    else engine.tell("blank", { side, goes: "alone" });
  };
  const openKept = ({ shape, pivot: about }: KeptTip) => {
    if (shape.kind !== "image") return;
    opening.stop();
    set({ pivot: about, pick: shape.pick });
    engine.tell("kept", {
      pictures: shape.pictures.map(({ file, weight }) => ({ address: `/${file}`, weight })),
      mapped: shape.colour === "lightness",
    });
  };

  return (
    <DeskFrame
      label="A picture for a tip"
      says="Drop pictures for tips on the desk"
      chooser={chooser}
      several
      onFiles={(files, chosen) => void openAll(files, chosen ? goes.current : "alone")}
    >
      <TopBar>
        <h1 className="font-medium font-serif text-lg">Tip desk</h1>
        <DeskStatus opening={opening} lies={sheet ? `${sheet.width}×${sheet.height} px` : "nothing on it yet"} />
        <div className="ml-auto flex items-center gap-2">
          <select
            className={`${box} h-7.5`}
            aria-label="Longer side of a new sheet"
            value={side}
            onChange={(event) => set({ side: Number(event.target.value) })}
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
          {sheet?.aside && (
            <Button
              title="What lies on the desk is laid aside for it, and can be brought back too"
              onClick={() => engine.tell("bringBack", null)}
            >
              Bring back what lay here
            </Button>
          )}
          <KeptList what="tip" things={tips} pictureOf={({ shape }) => picturePaths(shape)[0]} onOpen={openKept} />
        </div>
      </TopBar>
      <main className="flex min-h-0 flex-1 flex-col gap-3 px-4.5 py-3">
        {(fault || refused) && (
          <p role="alert" className="rounded-md border border-danger px-3 py-1.5 text-danger">
            {[fault, refused].filter(Boolean).join(" ")}
          </p>
        )}
        <div className={`grid min-h-0 flex-1 gap-3 ${sheet ? "lg:grid-cols-[minmax(0,1fr)_300px_322px]" : ""}`}>
          <div className="relative flex min-h-0 min-w-0 flex-col gap-3">
            <section
              aria-label="The sheet"
              className="relative flex min-h-80 flex-1 flex-col overflow-hidden rounded border border-line bg-panel"
            >
              {sheet && <SheetTools tool={tool} onTool={pickTool} sheet={sheet} engine={engine} />}
              <div className="min-h-0 flex-1">
                <TipSheetView
                  engine={engine}
                  size={sheet}
                  tool={tool}
                  pivot={pivot}
                  onPivot={(next) => set({ pivot: next })}
                  fade={fade}
                  onFade={setFade}
                />
              </div>
              {busy && <BusyNote busy={busy} engine={engine} />}
              {!sheet && <EmptySheet onBlank={() => begin("blank")} onOpen={() => choose("alone")} />}
            </section>
            {sheet && (
              <TipFamilyStrip
                sheet={sheet}
                engine={engine}
                pick={pick}
                onPick={(next) => set({ pick: next })}
                onOpen={() => choose("beside")}
              />
            )}
          </div>
          {sheet && <TriesCard tries={tries} tried={settings.tried} onTried={(next) => set({ tried: next })} />}
          {sheet && (
            <div className="flex min-h-0 flex-col gap-3">
              {/* biome-ignore lint/a11y/noNoninteractiveTabindex: the settings scroll, and must do so by keys */}
              <div tabIndex={0} className="space-y-3 lg:min-h-0 lg:flex-1 lg:overflow-y-auto">
                <TipFindingsCard findings={findings} engine={engine} />
                <Aims
                  aim={aim}
                  onAim={pickAim}
                  sheet={sheet}
                  engine={engine}
                  drawing={drawing}
                  onDrawing={(patch) => set({ drawing: { ...drawing, ...patch } })}
                  pivot={pivot}
                  onPivot={(next) => set({ pivot: next })}
                  fade={fade}
                  onFade={setFade}
                />
              </div>
              <TipKeepCard
                studio={studio}
                sheet={sheet}
                engine={engine}
                pivot={pivot}
                pick={pick}
                tried={settings.tried}
              />
            </div>
          )}
        </div>
      </main>
    </DeskFrame>
  );
}
