import { availableParallelism } from "node:os";
import { Worker } from "node:worker_threads";
import type { StripJob } from "./job";

interface Waiting {
  readonly resolve: (png: Uint8Array) => void;
  readonly reject: (error: Error) => void;
}

interface Answer {
  readonly id: number;
  readonly png?: Uint8Array;
  readonly fault?: string;
}

const KEPT = 1000;

/** What paints strips. */
export interface StripPainter {
  /** The strip's PNG. */
  strip(job: StripJob): Promise<Uint8Array>;
}

/** Paints strips in worker threads and keeps the newest of them. */
export class RenderPool implements StripPainter {
  private readonly workers: { thread: Worker; waiting: Map<number, Waiting> }[] = [];
  private readonly kept = new Map<string, Promise<Uint8Array>>();
  private count = 0;

  constructor(private readonly script: URL) {}

  strip(job: StripJob): Promise<Uint8Array> {
    // The brush names its pictures by what they hold, so they need not be in the key.
    const key = JSON.stringify([job.brush, job.width, job.height, job.colour]);
    const known = this.kept.get(key);
    if (known) {
      this.kept.delete(key);
      this.kept.set(key, known);
      return known;
    }
    const painting = this.paint(job);
    this.kept.set(key, painting);
    painting.catch(() => this.kept.delete(key));
    const oldest = this.kept.keys().next().value;
    if (this.kept.size > KEPT && oldest) this.kept.delete(oldest);
    return painting;
  }

  async close(): Promise<void> {
    await Promise.all(this.workers.map(({ thread }) => thread.terminate()));
  }

  private paint(job: StripJob): Promise<Uint8Array> {
    const id = this.count++;
    const worker = this.leastBusy();
    return new Promise((resolve, reject) => {
      worker.waiting.set(id, { resolve, reject });
      worker.thread.postMessage({ id, job });
    });
  }

  private leastBusy() {
    const idle = this.workers.find((w) => w.waiting.size === 0);
    if (idle) return idle;
    if (this.workers.length < availableParallelism()) return this.hire();
    return this.workers.reduce((a, b) => (a.waiting.size <= b.waiting.size ? a : b));
  }

  private hire() {
    const thread = new Worker(this.script);
    const waiting = new Map<number, Waiting>();
    const worker = { thread, waiting };
    thread.on("message", ({ id, png, fault }: Answer) => {
      const asked = waiting.get(id);
      waiting.delete(id);
      if (png) asked?.resolve(png);
      else asked?.reject(new Error(fault));
    });
    thread.on("error", (error) => {
      for (const asked of waiting.values()) asked.reject(error);
      waiting.clear();
      this.workers.splice(this.workers.indexOf(worker), 1);
    });
    thread.unref();
    this.workers.push(worker);
    return worker;
  }
}
