import { measureDesk } from "./desk";
import { measureGrowth } from "./growth";
import { measureHairs, measureThick } from "./hairs";
import { measureKnife } from "./knife";
import { measureLayers } from "./layers";
import { measureMarks } from "./marks";
import { measureMemory } from "./memory";
import { measureMixing } from "./mixing";
import { measurePictures } from "./pictures";
import { type Figures, linesOf } from "./say";
import { measureBench } from "./served/bench";
import { measureEditions } from "./served/editions";
import { measureShelf } from "./served/shelf";
import { measureStart } from "./served/start";
import { measureTray } from "./served/tray";
import { isSmall, unlessSmall } from "./small";
import { measureStamping, ratiosOf } from "./stamping";
import { measureStudy } from "./study";
import { measureUndo } from "./undo";
import { measureWash } from "./wash";
import { measureWet } from "./wet";
import { measureWork } from "./work";

const address = process.env.BROSSE_TEST_ADDRESS;
const databaseUrl = process.env.BROSSE_DATABASE_URL;

/** Every part by its name, in the order in which they are run and told. */
const parts: { readonly [part in keyof Figures]: () => Figures[part] | Promise<Figures[part]> } = {
  stamping: () => unlessSmall([16, 64, 256, 1024], [16]).map(measureStamping),
  pictures: () => unlessSmall([32, 128, 400], [32]).map(measurePictures),
  mixing: () => unlessSmall([512, 1024], [64]).flatMap(measureMixing),
  hairs: () => unlessSmall([0.03, 0.05, 0.1], [0.1]).map(measureHairs),
  thick: () =>
    unlessSmall(
      [
        { size: 60, hairs: 60 },
        { size: 500, hairs: 400 },
      ],
      [{ size: 60, hairs: 20 }],
    ).map(measureThick),
  knife: () =>
    unlessSmall(
      [
        { size: 64, long: 1200 },
        { size: 500, long: 1200 },
        { size: 500, long: 4000 },
      ],
      [{ size: 64, long: 300 }],
    ).map(measureKnife),
  wet: () => unlessSmall([32, 100, 400], [32]).map(measureWet),
  wash: measureWash,
  layers: measureLayers,
  marks: measureMarks,
  memory: measureMemory,
  growth: measureGrowth,
  work: measureWork,
  desk: measureDesk,
  undo: measureUndo,
  study: () => measureStudy(address),
  start: () => (databaseUrl ? measureStart(databaseUrl) : undefined),
  shelf: () => (address && databaseUrl ? measureShelf(address, databaseUrl) : undefined),
  editions: () => (address && databaseUrl ? measureEditions(address, databaseUrl) : undefined),
  tray: () => (address ? measureTray(address) : undefined),
  bench: () => (address ? measureBench(address) : undefined),
};

const names = Object.keys(parts) as (keyof Figures)[];
const asked = process.argv.slice(2).filter((argument) => !argument.startsWith("--"));
const asJson = process.argv.includes("--json");
const strange = asked.find((name) => !names.some((part) => part === name));
if (strange !== undefined) {
  process.stderr.write(`there is no part "${strange}": ${names.join(", ")}\n`);
  process.exit(2);
}

// Measures all parts, or those that were named, one after the other; lines are told as they come, one JSON object at the end.
const all: Partial<Record<keyof Figures, unknown>> = {};
async function tell<Part extends keyof Figures>(part: Part): Promise<void> {
  const figures = await parts[part]();
  all[part] = figures;
  if (isSmall) process.stdout.write(figures === undefined ? `${part} needs a server\n` : `${part} ran\n`);
  else if (!asJson) for (const line of linesOf(part, figures)) process.stdout.write(`${line}\n`);
}
for (const part of names) if (asked.length === 0 || asked.includes(part)) await tell(part);
const ratios = (all.stamping as Figures["stamping"] | undefined)?.map(ratiosOf);
if (asJson && !isSmall) process.stdout.write(`${JSON.stringify({ unit: "Mpx/s", ...all, ratios }, null, 2)}\n`);
