import { type Check, eachMember } from "../model";

/** Names that nobody has given. */
const given = /^(new brush|untitled|unnamed|brush \d*|copy of .*|.* \(copy\))$/i;

export const words: Check = {
  name: "words",
  looksFor: "brushes without a name or a note",
  run: eachMember(({ brush, note }) => [
    ...(given.test(brush.name.trim())
      ? [{ gravity: "warning" as const, says: `“${brush.name}” is no name of its own.` }]
      : []),
    ...(brush.notes.trim() === "" && note.trim() === ""
      ? [{ gravity: "hint" as const, says: "Nothing says what it is for." }]
      : []),
  ]),
};
