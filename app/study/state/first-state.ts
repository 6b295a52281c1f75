import { nothingDone } from "@core/study/standing";
import type { KeptStudy } from "@server/studies/repository";
import type { StudyState } from "./study-state";

/** The state of a study's screen before its log is there. */
export function firstState({ name, notes, revision, paper }: KeptStudy, tray: readonly string[]): StudyState {
  return {
    name,
    notes,
    revision,
    log: [],
    standing: nothingDone,
    sheet: undefined,
    opening: undefined,
    brush: tray[0] ?? "",
    brushBefore: tray[1] ?? tray[0] ?? "",
    use: "paint",
    values: {},
    first: "#1f2a30",
    second: paper,
    layer: 1,
    part: "paint",
    place: undefined,
    keeping: { kind: "kept" },
    whole: false,
  };
}
