import { noNotes } from "@core/study/model";
import { nothingDone } from "@core/study/standing";
import { tableLight } from "@core/surface/light";
import type { StudyState } from "./study-state";

/** The state of an easel on which nothing is done yet and nothing is kept. */
export function plainState(paper: string, brush = ""): StudyState {
  return {
    name: "",
    notes: noNotes,
    unkept: undefined,
    log: [],
    standing: nothingDone,
    sheet: undefined,
    opening: undefined,
    brush,
    brushBefore: brush,
    use: "paint",
    values: {},
    first: "#1f2a30",
    second: paper,
    third: "#c08a2b",
    tintings: undefined,
    keptWet: false,
    lit: true,
    light: tableLight,
    layer: 1,
    part: "paint",
    place: undefined,
    keeping: { kind: "kept" },
    looksOn: false,
    whole: false,
  };
}
