import { character } from "@core/measure/character";
import { inkBudget } from "@core/measure/ink-budget";
import { ripple } from "@core/measure/ripple";
import { scoreOf } from "@core/measure/score";
import { fetchPictures } from "~/engine/fetch-pictures";
import type { MeasureAsk, MeasureTell } from "./protocol";

// Measuring has a worker of its own: nobody who draws waits for it.
let newest = 0;

const tell = (message: MeasureTell) => postMessage(message);

/** Lets newer questions in, and says whether none has come. */
async function still(turn: number): Promise<boolean> {
  await new Promise((resolve) => setTimeout(resolve));
  return turn === newest;
}

async function answer({ turn, brush, samples, width, height }: MeasureAsk): Promise<void> {
  tell({ kind: "score", turn, score: scoreOf(brush, samples, 1) });
  const pictures = await fetchPictures(brush);
  if (!(await still(turn))) return;
  const budget = await inkBudget(brush, samples, { width, height }, pictures, () => still(turn));
  if (!budget) return;
  tell({ kind: "budget", turn, budget });
  if (!(await still(turn))) return;
  tell({ kind: "character", turn, character: character(brush, pictures) });
  if (await still(turn)) tell({ kind: "ripple", turn, ripple: ripple(brush, pictures) });
}

addEventListener("message", ({ data }: MessageEvent<MeasureAsk>) => {
  newest = data.turn;
  answer(data).catch((error: unknown) =>
    tell({ kind: "fault", turn: data.turn, message: error instanceof Error ? error.message : String(error) }),
  );
});
