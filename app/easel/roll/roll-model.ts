import type { Brush, Use } from "@core/brush";
import type { Doing } from "@core/study/act";
import type { StudyNotes } from "@core/study/model";
import { endOf } from "@core/study/playback";

/** An act that stands, with its number in the log. */
export interface RollAct {
  readonly n: number;
  readonly act: Doing;
}

/** A stroke as the roll shows it. Places are counted in acts that stand. */
export interface Tick {
  readonly place: number;
  readonly colour: string;
  /** Whether it lays that colour; it smudges or erases otherwise. */
  readonly paints: boolean;
  /** How wide its brush is, px. */
  readonly size: number;
}

/** A row of strokes with one brush in one use. */
export interface Hold {
  readonly from: number;
  readonly to: number;
  /** The brush's hash and name. */
  readonly brush: string;
  readonly name: string;
  readonly use: Use;
}

/** What a hold is called. */
export function holdSays({ name, use }: Pick<Hold, "name" | "use">): string {
  return use === "paint" ? name : use === "smudge" ? `${name}, smudging` : `${name}, erasing`;
}

/** What the roll shows of a study. */
export interface RollModel {
  readonly count: number;
  readonly ticks: readonly Tick[];
  readonly holds: readonly Hold[];
  readonly chapters: readonly { readonly from: number; readonly to: number; readonly name: string }[];
  readonly captions: readonly { readonly from: number; readonly says: string }[];
  /** When each act is over, ms. */
  readonly ends: readonly number[];
}

const SMUDGED = "#9a9a9a";
const ERASED = "#d2d2d2";

/** The roll of some acts. @param brushOf a brush by the hash that acts name it by */
export function rollOf(
  acts: readonly RollAct[],
  notes: StudyNotes,
  brushOf: (hash: string) => Brush | undefined,
): RollModel {
  const ticks: Tick[] = [];
  const holds: { from: number; to: number; brush: string; name: string; use: Use }[] = [];
  acts.forEach(({ act }, place) => {
    if (act.kind !== "stroke") return;
    const brush = brushOf(act.brush);
    const size = act.values.size ?? brush?.tip.size ?? 10;
    const colour = act.use === "paint" ? act.colour : act.use === "smudge" ? SMUDGED : ERASED;
    ticks.push({ place, colour, paints: act.use === "paint", size });
    const last = holds.at(-1);
    if (last?.brush === act.brush && last.use === act.use) last.to = place + 1;
    else
      holds.push({
        from: last ? last.to : place,
        to: place + 1,
        brush: act.brush,
        name: brush?.name ?? "a brush",
        use: act.use,
      });
  });
  const placeOf = (n: number) => {
    const found = acts.findIndex((one) => one.n >= n);
    return found < 0 ? acts.length : found;
  };
  const chapters = notes.chapters.map(({ from, name }, i) => ({
    from: placeOf(from),
    to: i + 1 < notes.chapters.length ? placeOf(notes.chapters[i + 1].from) : acts.length,
    name,
  }));
  let end = 0;
  const ends = acts.map(({ act }) => {
    end = Math.max(end, endOf(act));
    return end;
  });
  return {
    count: acts.length,
    ticks,
    holds,
    chapters,
    captions: notes.captions.map(({ from, says }) => ({ from: placeOf(from), says })),
    ends,
  };
}

/** The brush that was in hand when so many acts are done. */
export function holdAt({ holds }: RollModel, count: number): Hold | undefined {
  return holds.findLast(({ from }) => from < Math.max(1, count)) ?? holds[0];
}

/** The stroke that was the last when so many acts are done. */
export function tickAt({ ticks }: RollModel, count: number): Tick | undefined {
  return ticks.findLast(({ place }) => place < Math.max(1, count)) ?? ticks[0];
}

/** The caption that is shown when so many acts are done. */
export function captionAt({ captions }: RollModel, count: number): string | undefined {
  return captions.findLast(({ from }) => from < Math.max(1, count))?.says;
}

/** The chapter one is in when so many acts are done. */
export function chapterAt({ chapters }: RollModel, count: number): string | undefined {
  return chapters.findLast(({ from }) => from < Math.max(1, count))?.name;
}
