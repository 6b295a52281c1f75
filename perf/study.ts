import { parseBrush } from "@core/brush";
import { hexToRgb } from "@core/colour/srgb";
import { readTipPicture } from "@core/formats/png/tip-picture";
import { did, emptyHistory, takenBack } from "@core/history/history";
import { createKernels } from "@core/kernels/load";
import { PLANE } from "@core/kernels/memory/tile-size";
import { noPictures } from "@core/picture/picture";
import type { Doing } from "@core/study/act";
import { lengthOf } from "@core/study/playback";
import { bytesOfChange, type Change, packChange, StudySheet } from "@core/study/sheet";
import { TraceWriter } from "@core/study/trace";
import { Picture } from "@core/surface/picture";
import { bread } from "@demo/bread";
import { demoBrushes } from "@demo/brushes";
import { demoPictures } from "@demo/pictures";
import { StudyPainter } from "@demo/study-painter";
import type { Page } from "playwright-core";
import { launchChromium } from "../scripts/chromium.mjs";
import { unlessSmall } from "./small";
import { percentile } from "./timing";

export interface StudyFigures {
  /** How many times as fast as it was painted the demo study is replayed, in Node. */
  readonly replay: number;
  /** ms, the 95th percentile of a hundred steps back after 500 strokes on 4000×3000 px with five full layers, shown. */
  readonly back: number;
  /** All memory in use there against what the tiles alone need. */
  readonly memory: number;
  /** ms from an address to the first picture of a player, and from a reading of the pointer to its px on 4000×3000 with five layers. */
  readonly browser: { readonly first: number; readonly p50: number; readonly p95: number } | undefined;
}

const WIDTH = unlessSmall(4000, 400);
const HEIGHT = unlessSmall(3000, 300);
const LAYERS = unlessSmall(5, 2);
const STROKES = unlessSmall(500, 4);
const STEPS = unlessSmall(100, 2);

/** @param address of a server with the demo; without one nothing is measured in a browser */
export async function measureStudy(address: string | undefined): Promise<StudyFigures> {
  return { replay: replaySpeed(), ...undoAndMemory(), browser: address ? await inBrowser(address) : undefined };
}

function replaySpeed(): number {
  const painter = new StudyPainter((name) => name);
  bread.paint(painter);
  const brushes = new Map(demoBrushes.map((brush) => [brush.name, brush]));
  const pictures = new Map([...demoPictures].map(([path, bytes]) => [path, readTipPicture(bytes, path)]));
  const sheet = new StudySheet(
    createKernels(),
    bread,
    { brush: (hash) => brushes.get(hash), pictures: () => pictures },
    false,
  );
  const acts = painter.acts as readonly Doing[];
  const begun = performance.now();
  for (const act of acts.slice(0, unlessSmall(acts.length, 10))) sheet.do(act);
  const spent = performance.now() - begun;
  sheet.release();
  return lengthOf(acts) / spent;
}

function undoAndMemory(): { back: number; memory: number } {
  const brush = parseBrush({ level: 1, name: "undo", tip: { size: 60, hardness: 0.6 }, paint: { flow: 0.4 } });
  const kernels = createKernels();
  const sheet = new StudySheet(
    kernels,
    { width: WIDTH, height: HEIGHT },
    { brush: () => brush, pictures: () => noPictures },
    false,
  );
  for (let layer = 1; layer <= LAYERS; layer++) {
    if (layer > 1) sheet.do({ kind: "layer", at: 0, layer, above: layer - 1, name: `sheet ${layer}` });
    sheet.do({ kind: "fill", at: 0, layer, colour: "#8899aa" });
  }
  const picture = new Picture(sheet.surface, hexToRgb("#fdfdfd"));
  const show = () => void picture.show(sheet.surface.takeDirty());
  show();
  sheet.records = true;
  let history = emptyHistory<Change>({ steps: 600, bytes: 40 << 20 });
  for (let n = 0; n < STROKES; n++) {
    const writer = new TraceWriter(n * 400);
    writer.push(
      Array.from({ length: 60 }, (_, i) => ({
        x: ((n * 613) % 3000) + i * 14,
        y: 200 + ((n * 377) % 2600) + 60 * Math.sin(i / 8 + n),
        time: i * 8,
        pressure: 0.3 + i / 100,
      })),
    );
    const change = sheet.do({
      kind: "stroke",
      at: n * 400,
      layer: (n % LAYERS) + 1,
      part: "paint",
      brush: "undo",
      values: {},
      use: "paint",
      colour: n % 2 ? "#d9a441" : "#1d6b57",
      second: "#fdfdfd",
      seed: n,
      trace: writer.trace(),
    });
    if (!change) continue;
    packChange(change);
    history = did(history, { label: "stroke", step: change, bytes: bytesOfChange(change) });
  }
  show();
  const tiles = LAYERS * sheet.surface.columns * sheet.surface.rows * 4 * PLANE;
  const kept = history.done.reduce((sum, { bytes }) => sum + bytes, 0);
  // The halves of the picture that a window looks through.
  const halves = WIDTH * HEIGHT * 4 * (1 / 4 + 1 / 16 + 1 / 64);
  const memory = (kernels.heap.u8.length + kept + halves) / tiles;
  const back: number[] = [];
  for (let i = 0; i < STEPS; i++) {
    const found = takenBack(history);
    if (!found) break;
    const begun = performance.now();
    history = found[0];
    sheet.exchange(found[1].step, "before");
    show();
    back.push(performance.now() - begun);
  }
  sheet.release();
  return { back: percentile(back, 0.95), memory };
}

async function inBrowser(address: string): Promise<StudyFigures["browser"]> {
  const browser = await launchChromium();
  try {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, baseURL: address });
    const page = await context.newPage();
    await page.goto("/outlet");
    const edition = await page.getByRole("link", { name: "Shopfront lettering" }).first().getAttribute("href");
    await page.goto(edition ?? "/outlet");
    await page.goto("about:blank");
    await page.goto(edition ?? "/outlet", { waitUntil: "commit" });
    const shown = page.getByRole("img", { name: /as it became$/ });
    await shown.waitFor();
    const first = await shown.evaluate(async (image: HTMLImageElement) => {
      await image.decode();
      const entry = performance.getEntriesByName(image.currentSrc)[0] as PerformanceResourceTiming | undefined;
      return Math.max(entry?.responseEnd ?? 0, performance.getEntriesByType("paint")[0]?.startTime ?? 0);
    });
    await page.goto("/");
    await page.getByRole("button", { name: "Enter the demo workshop" }).click();
    await page.getByRole("link", { name: "Studies" }).click();
    await page.getByRole("heading", { name: "Begin a study" }).waitFor();
    const sets = page.getByRole("combobox", { name: "Brushes of" });
    const label = await sets.locator("option", { hasText: /^Shopfront lettering/ }).textContent();
    await sets.selectOption({ label: label ?? "" });
    await page.getByLabel("Width, px").fill(String(WIDTH));
    await page.getByLabel("Height, px").fill(String(HEIGHT));
    await page.getByRole("button", { name: "Begin" }).click();
    await page.getByText("the study is being opened").waitFor({ state: "detached" });
    await page.getByRole("button", { name: "Take Enamel one-stroke" }).click();
    for (let layer = 1; layer <= LAYERS; layer++) {
      if (layer > 1) await page.getByRole("button", { name: "new", exact: true }).click();
      await page.waitForTimeout(unlessSmall(400, 0));
      await drawOn(page, unlessSmall(300, 30));
    }
    await page.waitForTimeout(unlessSmall(2000, 0));
    const spent = await drawOn(page, unlessSmall(1500, 50));
    return { first, p50: percentile(spent, 0.5), p95: percentile(spent, 0.95) };
  } finally {
    await browser.close();
  }
}

/** Draws for some ms; how long each reading took to its px, ms. */
async function drawOn(page: Page, ms: number): Promise<number[]> {
  return page.evaluate(async (length) => {
    const canvas = document.querySelector("[role=img] > canvas");
    if (!canvas) throw new Error("there is no picture");
    const box = canvas.getBoundingClientRect();
    const sent: number[] = [];
    const spent: number[] = [];
    const hear = (event: Event) => {
      const { detail } = event as CustomEvent<{ kind: string; samples: number }>;
      if (detail.kind === "shown") spent.push(performance.now() - sent[detail.samples - 1]);
    };
    addEventListener("brosse:engine", hear);
    const send = (name: string, i: number) => {
      sent.push(performance.now());
      canvas.dispatchEvent(
        new PointerEvent(name, {
          pointerId: 7,
          pointerType: "pen",
          bubbles: true,
          cancelable: true,
          button: name === "pointermove" ? -1 : 0,
          buttons: 1,
          clientX: box.left + box.width * (0.5 + 0.4 * Math.cos(i / 25)),
          clientY: box.top + box.height * (0.5 + 0.4 * Math.sin(i / 19)),
          pressure: 0.6,
        }),
      );
    };
    const begun = performance.now();
    send("pointerdown", 0);
    for (let i = 1; performance.now() - begun < length; i++) {
      await new Promise((resolve) => setTimeout(resolve, 8));
      send("pointermove", i);
    }
    canvas.dispatchEvent(new PointerEvent("pointerup", { pointerId: 7, pointerType: "pen", bubbles: true }));
    await new Promise((resolve) => setTimeout(resolve, 300));
    removeEventListener("brosse:engine", hear);
    return spent;
  }, ms);
}
