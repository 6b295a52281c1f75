import { markWord } from "../../kernels/mark-record";
import { ONE, q15At, toQ15 } from "../../kernels/memory/q15";
import { qualityIndex } from "../../qualities/table";
import type { Wet } from "../../surface/wet";
import type { StrokePlan } from "../plan";
import { BodyPile } from "./body-pile";
import { CellsTaking } from "./cells-taking";
import { type Inking, inkingOf } from "./ink";
import type { Laying, LayingMeans } from "./laying";
import { MarkWriter } from "./mark-writer";
import { Mixer } from "./mixer";
import { Shove } from "./shove";

const { opacity, body, size } = qualityIndex;

/** Marks that work on the layer's own paint, one after the other. */
export class OpenMarks implements Laying {
  laid = 0;
  private readonly writer: MarkWriter;
  private readonly inking: Inking;
  private readonly mixer: Mixer;
  private readonly pile: BodyPile | undefined;
  /** For a tip that drags: paint is moved by its height, too. */
  private readonly shove: Shove | undefined;

  constructor(
    private readonly means: LayingMeans,
    plan: Extract<StrokePlan, { kind: "open" }>,
  ) {
    const { surface, brush, ink } = means;
    this.writer = new MarkWriter(means, false, 1, "tip", plan.body);
    this.inking = inkingOf(brush, ink, "cover");
    const drags = brush.paint.taking === "dragged" && brush.paint.mixing > 0;
    if (drags && (plan.body || surface.active.heights)) this.shove = new Shove(surface, brush.paint);
    else if (plan.body) this.pile = new BodyPile(surface, brush);
    const cells = brush.paint.taking === "each" ? new CellsTaking(surface, means.reservoir) : undefined;
    this.mixer = new Mixer(surface, brush, this.shove?.wet ?? this.pile?.wet, cells);
  }

  get wet(): Wet {
    return this.mixer.tiles;
  }

  enter(row: Float64Array, at: number): void {
    const to = this.writer.write(row, at);
    if (to >= 0) this.entered(to, row, at);
  }

  private entered(to: number, row: Float64Array, at: number): void {
    const { writer, inking, pile, means } = this;
    const { batch } = writer;
    const { paint } = means.brush;
    inking.settle(row, at);
    pile?.note(batch, q15At(row, at + body), writer.ridges);
    // The stroke's ceiling is the brush's opacity; what drives it changes how far a mark goes.
    const share = paint.opacity > 0 ? row[at + opacity] / paint.opacity : 0;
    batch.words[to + markWord.flow] = toQ15((batch.words[to + markWord.flow] / ONE) * share);
    batch.upload();
    writer.meetGround();
    this.mixer.tinting = inking.tinting;
    this.mixer.lay(batch.address, row, at, inking.colour, writer.left, writer.top);
    this.shove?.move(batch.address, row, at, row[at + size], writer.left, writer.top, this.mixer.way);
    pile?.pile(batch);
    writer.clear();
    this.laid++;
  }

  flush(): void {
    // Each mark changes what the next one meets: none ever waits.
  }

  end(): void {
    const { lastRow } = this.writer;
    this.writer.end(undefined, (record) => this.entered(record, lastRow, 0));
    this.mixer.end();
    this.mixer.tiles.use();
    this.shove?.end();
    this.pile?.end();
  }

  release(): void {
    this.writer.release();
    this.mixer.release();
    this.shove?.release();
  }
}
