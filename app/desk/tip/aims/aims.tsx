import type { Fade } from "@core/desk/tip/fade";
import { Segments } from "~/ui/segments";
import { Card } from "../../shared/card";
import { DrawingSettings, type DrawSettings } from "../draw-card";
import { PivotCard } from "../pivot-card";
import type { AimProps } from "./do";
import { EdgeCard } from "./edge";
import { FadeCard } from "./fade";
import { MapCard } from "./light";
import { PlaceCard } from "./place";
import { StrengthCard } from "./strength";

/** What one may want with a tip, in the order in which it comes about. */
export const aims = ["draw", "place", "strength", "edge", "fade", "light", "pivot"] as const;
export type Aim = (typeof aims)[number];

type Pivot = readonly [number, number];

interface Props extends AimProps {
  readonly aim: Aim;
  readonly onAim: (aim: Aim) => void;
  readonly drawing: DrawSettings;
  readonly onDrawing: (patch: Partial<DrawSettings>) => void;
  readonly pivot: Pivot;
  readonly onPivot: (pivot: Pivot) => void;
  readonly fade: Fade;
  readonly onFade: (fade: Fade) => void;
}

/** The desk's settings, those of one aim at a time. */
export function Aims({ aim, onAim, sheet, engine, drawing, onDrawing, pivot, onPivot, fade, onFade }: Props) {
  const given = { sheet, engine };
  const centre: Pivot | undefined = sheet.centre && [
    round((2 * sheet.centre[0]) / sheet.width - 1),
    round((2 * sheet.centre[1]) / sheet.height - 1),
  ];
  return (
    <>
      <Segments label="What to do to the tip" name="aim" options={aims} value={aim} onPick={onAim} tight />
      {aim === "draw" && (
        <Card title="Draw">
          <DrawingSettings settings={drawing} onSettings={onDrawing} mapped={sheet.mapped} />
        </Card>
      )}
      {aim === "place" && <PlaceCard {...given} />}
      {aim === "strength" && <StrengthCard {...given} />}
      {aim === "edge" && <EdgeCard engine={engine} />}
      {aim === "fade" && <FadeCard {...given} fade={fade} onFade={onFade} />}
      {aim === "light" && <MapCard {...given} />}
      {aim === "pivot" && <PivotCard pivot={pivot} centre={centre} onPivot={onPivot} />}
    </>
  );
}

const round = (v: number) => Math.round(v * 1000) / 1000;
