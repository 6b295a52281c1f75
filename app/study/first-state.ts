import type { KeptStudy } from "@server/studies/repository";
import { plainState } from "~/easel/state/plain-state";
import type { StudyState } from "~/easel/state/study-state";

/** The state of a study's screen before its log is there. */
export function firstState({ name, notes, paper }: KeptStudy, tray: readonly string[]): StudyState {
  return { ...plainState(paper, tray[0]), name, notes, brushBefore: tray[1] ?? tray[0] ?? "" };
}
