import { simulatedHands } from "@core/hand/simulate";
import { check } from "./check";
import { diff } from "./diff";
import { flatten } from "./flatten";
import { marks } from "./marks";
import { measure } from "./measure";
import { pack, unpack } from "./package";
import { paint } from "./paint";
import { replay } from "./replay";

const usage = `usage:
  brosse paint --brush B --hand H.inkml --out P.png|P.ora [--size WxH] [--color #rrggbb] [--second #rrggbb] [--third #rrggbb] [--paper #rrggbb|none] [--over BELOW.png] [--use paint|smudge|erase] [--profile P.json] [--seed N] [--depth 8|16] [--light on|off|135,50,0.4] [--normals N.png] [--height H.png] [--grain KIND]
  brosse marks --brush B --hand H.inkml [--profile P.json] [--seed N] [--out M.jsonl]
  brosse measure --brush B [--out M.json]
  brosse flatten FILE.ora --out P.png [--depth 8|16]
  brosse replay STUDY.zip [--at M:SS|CHAPTER|end] --out P.png|P.ora
  brosse replay STUDY.zip --stages DIR
  brosse check SET.zip [--out FOUND.json]
  brosse diff OLD.zip NEW.zip [--out DIR]
  brosse pack DIR --out SET.zip
  brosse unpack SET.zip --out DIR

B is a brush's JSON file, or SET.zip#name. H may also be a simulated hand: ${Object.keys(simulatedHands)
  .map((name) => `@${name}`)
  .join(" ")}.
`;

/** Each verb does its work, and may answer with an exit code of its own. */
const verbs: Record<string, (args: readonly string[]) => unknown> = {
  paint,
  marks,
  measure,
  check,
  diff,
  flatten,
  replay,
  pack,
  unpack,
};

/** Runs one call and answers with its exit code: 0 done, 1 where `check` finds what blocks, 2 with one line on standard error. */
export function main(args: readonly string[]): number {
  const [verb, ...rest] = args;
  if (verb === undefined || verb === "help" || verb === "--help") {
    process.stdout.write(usage);
    return verb === undefined ? 2 : 0;
  }
  try {
    const run = Object.hasOwn(verbs, verb) ? verbs[verb] : undefined;
    if (!run) throw new Error(`"${verb}" is no verb; there are ${Object.keys(verbs).join(", ")}`);
    const code = run(rest);
    return typeof code === "number" ? code : 0;
  } catch (error) {
    process.stderr.write(`brosse: ${error instanceof Error ? error.message.replaceAll("\n", " ") : String(error)}\n`);
    return 2;
  }
}
