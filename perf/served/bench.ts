import type { Page } from "playwright-core";
import { launchChromium } from "../../scripts/chromium.mjs";
import { unlessSmall } from "../small";
import { percentile } from "../timing";

export interface Delay {
  readonly p50: number;
  readonly p95: number;
}

/** ms from a slider's change to the first proof seen, and to all of them. */
export interface SliderDelays {
  readonly first: Delay;
  readonly all: Delay;
}

export interface BenchDelays {
  /** A slider's change to the proofs: of the flow, and of the hardness, for which a bristle tip is mostly drawn anew. */
  readonly flow: SliderDelays;
  readonly hardness: SliderDelays;
  /** A pointer's reading to its pixels on the canvas, ms. */
  readonly pointer: Delay;
  /** The same with a mixing brush of 500 px. */
  readonly mixing: Delay;
  /** The same with a brush of 500 px that drags pixels, and from pen-up until the stroke is dry. */
  readonly dragging: Delay;
  readonly dragged: number;
  /** The same with a wash of 100 px. */
  readonly water: Delay;
  readonly washed: number;
  /** The longest time for which the page's own thread was blocked while drawing, ms; 0 when never over 50. */
  readonly blocked: number;
}

const delay = (values: readonly number[]): Delay => ({ p50: percentile(values, 0.5), p95: percentile(values, 0.95) });

/** Measures the bench in headless Chromium with a 60 px brush; the page's own clock, from the event to the worker's answer. */
export async function measureBench(address: string): Promise<BenchDelays> {
  const browser = await launchChromium();
  try {
    const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, baseURL: address });
    await page.goto("/");
    await page.getByRole("button", { name: "Enter the demo workshop" }).click();
    await page.getByRole("link", { name: "Lettering quill, long" }).click();
    const size = page.getByRole("textbox", { name: "Size", exact: true });
    await size.fill("60 px");
    await size.press("Enter");
    await page.waitForTimeout(unlessSmall(1000, 300));
    const flow = await slide(page, "Flow, slider");
    const hardness = await slide(page, "Hardness, slider");
    const plain = await drawOn(page);
    const drawWith = async (name: string, px: number) => {
      await page.goto("/shelf");
      await page.getByRole("link", { name, exact: true }).last().click();
      await size.fill(`${px} px`);
      await size.press("Enter");
      await page.waitForTimeout(unlessSmall(2500, 300));
      return drawOn(page);
    };
    const mixing = await drawWith("Marbler, wet", 500);
    const dragging = await drawWith("Badger blender", 500);
    const water = await drawWith("Window wash", 100);
    return {
      flow,
      hardness,
      pointer: delay(plain.spent),
      mixing: delay(mixing.spent),
      dragging: delay(dragging.spent),
      dragged: dragging.finished,
      water: delay(water.spent),
      washed: water.finished,
      blocked: Math.max(plain.blocked, mixing.blocked, dragging.blocked, water.blocked),
    };
  } finally {
    await browser.close();
  }
}

/** Moves a slider down 45 times by a hundredth of its way. */
async function slide(page: Page, name: string): Promise<SliderDelays> {
  await page.getByRole("slider", { name }).focus();
  const spent = await page.evaluate(
    async (moves) => {
      const thumb = document.activeElement;
      const first: number[] = [];
      const all: number[] = [];
      const heard = (kind: string) =>
        new Promise<void>((resolve) => {
          const listen = (event: Event) => {
            if ((event as CustomEvent<{ kind: string }>).detail.kind !== kind) return;
            removeEventListener("brosse:engine", listen);
            resolve();
          };
          addEventListener("brosse:engine", listen);
        });
      for (let i = 0; i < moves; i++) {
        const begun = performance.now();
        const [begins, ends] = [heard("begun"), heard("proofed")];
        thumb?.dispatchEvent(new KeyboardEvent("keydown", { key: "PageDown", bubbles: true }));
        await begins;
        first.push(performance.now() - begun);
        await ends;
        all.push(performance.now() - begun);
        await new Promise((resolve) => setTimeout(resolve, 30));
      }
      return { first, all };
    },
    unlessSmall(45, 2),
  );
  return { first: delay(spent.first), all: delay(spent.all) };
}

/**
 * Draws 200 readings on the bench's paper: ms from each to its pixels; from pen-up until the stroke is counted, which is said when
 * it is dry; and the longest time for which the page's own thread was blocked, 0 when never over 50 ms.
 */
async function drawOn(page: Page): Promise<{ spent: number[]; finished: number; blocked: number }> {
  return page.evaluate(
    async (readings) => {
      const canvas = document.querySelector("[role=img] > canvas");
      if (!canvas) throw new Error("there is no paper");
      const box = canvas.getBoundingClientRect();
      const spent: number[] = [];
      let blocked = 0;
      const watcher = new PerformanceObserver((list) => {
        for (const { duration } of list.getEntries()) blocked = Math.max(blocked, duration);
      });
      watcher.observe({ type: "longtask" });
      const send = (name: string, x: number, y: number) =>
        canvas.dispatchEvent(
          new PointerEvent(name, {
            pointerId: 5,
            pointerType: "pen",
            bubbles: true,
            cancelable: true,
            button: name === "pointermove" ? -1 : 0,
            buttons: 1,
            clientX: box.left + x,
            clientY: box.top + y,
            pressure: 0.6,
          }),
        );
      const next = (count: number) =>
        new Promise<void>((resolve) => {
          const listen = (event: Event) => {
            const { kind, samples } = (event as CustomEvent<{ kind: string; samples?: number }>).detail;
            if (kind !== "shown" || (samples ?? 0) < count) return;
            removeEventListener("brosse:engine", listen);
            resolve();
          };
          addEventListener("brosse:engine", listen);
        });
      send("pointerdown", 100, 100);
      for (let i = 1; i < readings; i++) {
        const begun = performance.now();
        const shown = next(i + 1);
        send("pointermove", 100 + i * 5, 100 + 60 * Math.sin(i / 9));
        await shown;
        spent.push(performance.now() - begun);
        await new Promise((resolve) => setTimeout(resolve, 8));
      }
      const told = () => [...document.querySelectorAll("[role=status]")].map((line) => line.textContent).join("|");
      const before = told();
      const lifted = performance.now();
      send("pointerup", 1100, 100);
      while (told() === before && performance.now() - lifted < 20_000)
        await new Promise((resolve) => setTimeout(resolve, 2));
      const finished = performance.now() - lifted;
      watcher.disconnect();
      return { spent, finished, blocked };
    },
    unlessSmall(200, 6),
  );
}
