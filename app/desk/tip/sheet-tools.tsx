import { Redo2, Undo2 } from "lucide-react";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { type SheetTool, sheetTools } from "./sheet-view";
import type { TipDeskEngine, TipDeskState } from "./use-tip-desk";

interface Props {
  readonly tool: SheetTool;
  readonly onTool: (tool: SheetTool) => void;
  readonly sheet: NonNullable<TipDeskState["sheet"]>;
  readonly engine: TipDeskEngine;
}

/** What the pointer does on the sheet, and the way back. */
export function SheetTools({ tool, onTool, sheet, engine }: Props) {
  return (
    <div className="flex flex-wrap gap-1.5 px-2 pt-2">
      <Segments
        label="What the pointer does on the sheet"
        name="tool"
        options={sheetTools}
        value={tool}
        onPick={onTool}
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
  );
}

/** Says what is under way and takes its time. */
export function BusyNote({ busy, engine }: { busy: string; engine: TipDeskEngine }) {
  return (
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
  );
}

/** What stands where no tip is yet. */
export function EmptySheet({ onBlank, onOpen }: { onBlank: () => void; onOpen: () => void }) {
  return (
    <div className="absolute inset-0 grid place-items-center">
      <div className="max-w-lg text-center">
        <p className="font-serif text-2xl">Begin a tip</p>
        <p className="mt-1 text-soft">
          Draw one on a blank sheet, start from a shape, or drop, paste or open a picture: a leaf, a rivet, a splash of
          paint.
        </p>
        <div className="mt-3 flex justify-center gap-2">
          <Button kind="act" onClick={onBlank}>
            A blank sheet
          </Button>
          <Button onClick={onOpen}>Open a picture…</Button>
        </div>
      </div>
    </div>
  );
}
