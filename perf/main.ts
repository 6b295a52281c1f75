import { measureBench } from "./bench";
import { measureDesk } from "./desk";
import { measureEditions } from "./editions";
import { measureGrowth } from "./growth";
import { measureHairs, measureThick } from "./hairs";
import { measureKnife } from "./knife";
import { measureLayers } from "./layers";
import { measureMarks } from "./marks";
import { measureMemory } from "./memory";
import { measureMixing } from "./mixing";
import { measurePictures } from "./pictures";
import { type Figures, linesOf } from "./say";
import { measureShelf } from "./shelf";
import { measureStamping, ratiosOf } from "./stamping";
import { measureStart } from "./start";
import { measureStudy } from "./study";
import { measureTray } from "./tray";
import { measureUndo } from "./undo";
import { measureWash } from "./wash";
import { measureWet } from "./wet";

const address = process.env.BROSSE_TEST_ADDRESS;
const databaseUrl = process.env.BROSSE_DATABASE_URL;

/** Every part by its name, in the order in which they are run and told. */
const parts: { readonly [part in keyof Figures]: () => Figures[part] | Promise<Figures[part]> } = {
  stamping: () => [16, 64, 256, 1024].map(measureStamping),
  pictures: () => [32, 128, 400].map(measurePictures),
  mixing: () => [512, 1024].flatMap(measureMixing),
  hairs: () => [0.03, 0.05, 0.1].map(measureHairs),
  thick: () =>
    [
      { size: 60, hairs: 60 },
      { size: 500, hairs: 400 },
    ].map(measureThick),
  knife: () =>
    [
      { size: 64, long: 1200 },
      { size: 500, long: 1200 },
      { size: 500, long: 4000 },
    ].map(measureKnife),
  wet: () => [32, 100, 400].map(measureWet),
  wash: measureWash,
  layers: measureLayers,
  marks: measureMarks,
  memory: measureMemory,
  growth: measureGrowth,
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
  if (!asJson) for (const line of linesOf(part, figures)) process.stdout.write(`${line}\n`);
}
for (const part of names) if (asked.length === 0 || asked.includes(part)) await tell(part);
const ratios = (all.stamping as Figures["stamping"] | undefined)?.map(ratiosOf);
if (asJson) process.stdout.write(`${JSON.stringify({ unit: "Mpx/s", ...all, ratios }, null, 2)}\n`);
