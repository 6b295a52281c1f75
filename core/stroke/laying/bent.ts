import { Tiles } from "../../kernels/memory/tiles";
import { LaidStroke, type Wet } from "../../surface/wet";
import type { ImageShape } from "../../tip/shape/shape";
import type { StrokePlan } from "../plan";
import { type Inking, inkingOf } from "./ink";
import type { Laying, LayingMeans } from "./laying";
import { Ribbon } from "./ribbon";
import { RimFinish } from "./rim";

/** A picture bent along the path that the marks follow. */
export class BentPicture implements Laying {
  laid = 0;
  private readonly stroke: LaidStroke;
  private readonly inking: Inking;
  private readonly ribbon: Ribbon;

  constructor(
    { surface, brush, ink, pictures }: LayingMeans,
    shape: ImageShape,
    private readonly plan: Extract<StrokePlan, { kind: "bent" }>,
  ) {
    const { kernels, columns, rows } = surface;
    const { size } = brush.tip;
    const tiles = new Tiles(kernels, columns, rows, plan.planes);
    this.inking = inkingOf(brush, ink, plan.manner);
    this.ribbon = new Ribbon(surface, tiles, shape, pictures, size, this.inking);
    const rim = plan.rim && new RimFinish(surface, tiles, plan.rim, size, brush.paint.opacity);
    this.stroke = new LaidStroke(kernels, tiles, plan.joins, ink.colour, rim);
  }

  get wet(): Wet {
    return this.stroke;
  }

  enter(row: Float64Array, at: number): void {
    // The first mark's colour is the whole stroke's.
    if (this.laid === 0) {
      this.inking.settle(row, at);
      if (this.plan.manner === "cover") this.stroke.colour = this.inking.colour;
    }
    this.ribbon.add(row, at);
    this.laid++;
  }

  flush(): void {
    // What the next mark decides is held back by the ribbon itself.
  }

  end(): void {
    this.ribbon.end();
  }

  release(): void {
    // All its room is the stroke's, which the surface gives back.
  }
}
