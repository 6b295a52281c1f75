import type { Sample } from "@core/hand/sample";
import type { Act, StrokeHead } from "@core/study/act";
import { TraceWriter } from "@core/study/trace";

/** How often a stroke under way is kept, ms. */
const OFTEN = 500;

/** A stroke that is drawn, or is drawn and not in the log yet. */
interface InHand {
  readonly head: StrokeHead;
  readonly writer: TraceWriter;
  drawn: boolean;
}

/** Where strokes are kept that are not in the log yet: after its last act, in their order. */
export interface HandShelf {
  /** Keeps the stroke that will be this many-th after the log's last act; forgets it and all after it where it is none. */
  hand(place: number, act: Act | undefined): void;
}

/**
 * Keeps the stroke under way as it grows: a page that goes away in its middle loses a moment of it. What it keeps stands where
 * the stroke will stand in the log, so the study takes it up like any other act.
 */
export class HandKeeper {
  private strokes: InHand[] = [];
  private keptAt = 0;

  constructor(
    private readonly shelf: HandShelf,
    private readonly now: () => number = () => performance.now(),
  ) {}

  down(head: StrokeHead): void {
    if (this.strokes.at(-1)?.drawn === false) return;
    this.strokes.push({ head, writer: new TraceWriter(head.at), drawn: false });
    this.keptAt = this.now();
  }

  move(samples: readonly Sample[]): void {
    const stroke = this.strokes.at(-1);
    if (!stroke || stroke.drawn) return;
    stroke.writer.push(samples);
    if (this.now() - this.keptAt >= OFTEN) this.flush();
  }

  up(): void {
    const stroke = this.strokes.at(-1);
    if (!stroke || stroke.drawn) return;
    stroke.drawn = true;
    this.flush();
  }

  /** Keeps the newest stroke as it is now. */
  flush(): void {
    const place = this.strokes.length - 1;
    const stroke = this.strokes[place];
    if (!stroke || stroke.writer.length === 0) return;
    this.keptAt = this.now();
    this.shelf.hand(place, actOf(stroke));
  }

  /** The oldest of them is in the log. */
  entered(): void {
    this.strokes.shift();
  }

  /** The oldest of them was none. */
  none(): void {
    this.strokes.shift();
    for (const [place, stroke] of this.strokes.entries())
      if (stroke.writer.length > 0) this.shelf.hand(place, actOf(stroke));
    this.shelf.hand(this.strokes.length, undefined);
  }
}

function actOf({ head, writer }: InHand): Act {
  return { ...head, trace: writer.trace() };
}
