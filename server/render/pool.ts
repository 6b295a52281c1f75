import { availableParallelism } from "node:os";
import { fileURLToPath } from "node:url";
import type { SetPackage } from "@core/formats/package";
import { pngSize } from "@core/formats/png/chunks";
import type { Stage, StudyPackage } from "@core/formats/study";
import type { Judgement } from "@core/measure/judge";
import { LRUCache } from "lru-cache";
import type { Piscina } from "piscina";
import {
  MEASURE_TIMEOUT,
  MOST_QUEUED,
  PACKAGE_TIMEOUT,
  PICTURE_TIMEOUT,
  PIXELS_IN_FLIGHT,
  STAGES_TIMEOUT,
  STRIP_TIMEOUT,
} from "../limits";
import { Allowance } from "./allowance";
import {
  type MeasureJob,
  type Outcome,
  type PictureJob,
  type Sides,
  type StagesJob,
  type StripJob,
  unwrapped,
} from "./job";
import type { ShareJob, SpecimenJob } from "./sheets";

/** What paints the pictures that are published. */
export interface StripPainter {
  /** A study all along. @throws FormatError, PoolBusy */
  stages(job: StagesJob): Promise<readonly Stage[]>;
  /** The strip's PNG. */
  strip(job: StripJob): Promise<Uint8Array>;
  /** The sheets of a specimen, PNG. */
  specimen(job: SpecimenJob): Promise<readonly Uint8Array[]>;
  /** What a brush measures. @throws FormatError, PoolBusy */
  measure(job: MeasureJob): Promise<Judgement>;
}

/** The most bytes of strips that are kept. */
const KEPT_BYTES = 64 << 20;
/** How long a thread waits for more to do, ms: starting one costs more than keeping it. */
const IDLE = 60_000;

/** Work that does not fit into the time it may take, or for which too much waits already. */
export class PoolBusy extends Error {
  static readonly faultName = "PoolBusy";
  override name = PoolBusy.faultName;
}

/**
 * Does what takes long in threads: paints strips and keeps the newest of them, and reads what came from outside. A thread
 * whose work takes too long is ended.
 */
export class RenderPool implements StripPainter {
  /** Made when there is first something to do, so that a start costs less. */
  private threads: Promise<Piscina> | undefined;
  private readonly kept = new LRUCache<string, Uint8Array>({
    maxSize: KEPT_BYTES,
    sizeCalculation: (png) => png.length,
  });
  /** What each account has had read to it at this moment, px. */
  private readonly reading = new Allowance(PIXELS_IN_FLIGHT);
  /** Strips that are being painted: whoever asks for one of them waits for the same. */
  private readonly painting = new Map<string, Promise<Uint8Array>>();
  private readonly measuring = new Map<string, Promise<Judgement>>();

  /** @param script see `worker.ts` */
  constructor(
    private readonly script: URL,
    private readonly maxThreads = availableParallelism(),
  ) {}

  strip(job: StripJob): Promise<Uint8Array> {
    // The brush names its pictures by what they hold, so they need not be in the key.
    const key = JSON.stringify([job.brush, job.width, job.height, job.colour, job.look]);
    const known = this.kept.get(key);
    if (known) return Promise.resolve(known);
    const present = this.painting.get(key);
    if (present) return present;
    const painting = this.run<Uint8Array>("strip", job, STRIP_TIMEOUT)
      .then((png) => {
        this.kept.set(key, png);
        return png;
      })
      .finally(() => this.painting.delete(key));
    this.painting.set(key, painting);
    return painting;
  }

  /** Measures a brush; whoever asks for the same one meanwhile waits for the same. @throws FormatError, PoolBusy */
  measure(job: MeasureJob): Promise<Judgement> {
    const present = this.measuring.get(job.brush);
    if (present) return present;
    const measuring = this.run<Judgement>("measure", job, MEASURE_TIMEOUT).finally(() =>
      this.measuring.delete(job.brush),
    );
    this.measuring.set(job.brush, measuring);
    return measuring;
  }

  stages(job: StagesJob): Promise<readonly Stage[]> {
    return this.run("stages", job, STAGES_TIMEOUT);
  }

  specimen(job: SpecimenJob): Promise<readonly Uint8Array[]> {
    return this.run("specimen", job, STAGES_TIMEOUT);
  }

  /** The picture that a shared link shows, PNG. */
  share(job: ShareJob): Promise<Uint8Array> {
    return this.run("share", job, STRIP_TIMEOUT);
  }

  /** Decodes a picture that a tip or a grain is made of, to see that it is one. @throws FormatError, AllowanceSpent, PoolBusy */
  async readPicture(job: PictureJob, accountId: string): Promise<Sides> {
    const { width, height } = pngSize(job.bytes, job.what);
    const pixels = Math.min(width * height, PIXELS_IN_FLIGHT);
    return this.reading.during(accountId, pixels, () => this.run("picture", job, PICTURE_TIMEOUT));
  }

  /** Reads a package and checks everything in it. @throws FormatError, AllowanceSpent, PoolBusy */
  unpack(bytes: Uint8Array, accountId: string): Promise<SetPackage> {
    return this.reading.during(accountId, PIXELS_IN_FLIGHT / 2, () => this.run("unpack", bytes, PACKAGE_TIMEOUT));
  }

  /** Reads a study's package and checks everything in it. @throws FormatError, AllowanceSpent, PoolBusy */
  unpackStudy(bytes: Uint8Array, accountId: string): Promise<StudyPackage> {
    return this.reading.during(accountId, PIXELS_IN_FLIGHT / 2, () => this.run("study", bytes, PACKAGE_TIMEOUT));
  }

  /** Ends all threads; the next work is done by new ones, with whatever their script is by then. */
  async restart(): Promise<void> {
    const threads = this.threads;
    this.threads = undefined;
    this.kept.clear();
    await (await threads)?.destroy();
  }

  async close(): Promise<void> {
    await (await this.threads)?.destroy();
  }

  private async start(): Promise<Piscina> {
    const { Piscina: Threads } = await import("piscina");
    const filename = fileURLToPath(this.script);
    const threads = new Threads({
      filename,
      minThreads: 0,
      maxThreads: this.maxThreads,
      maxQueue: MOST_QUEUED,
      idleTimeout: IDLE,
    });
    // A thread that breaks outside of its work: whoever waits for it is told by their own promise.
    threads.on("error", () => undefined);
    return threads;
  }

  private async run<T>(name: string, job: unknown, timeout: number): Promise<T> {
    const signal = AbortSignal.timeout(timeout);
    try {
      this.threads ??= this.start();
      const outcome: Outcome<T> = await (await this.threads).run(job, { name, signal });
      return unwrapped(outcome);
    } catch (error) {
      if (signal.aborted) throw new PoolBusy("This takes longer than it may; nothing was changed.");
      if (error instanceof Error && /queue is at limit/i.test(error.message))
        throw new PoolBusy("Too much is being done at this moment; try again in a minute.");
      throw error;
    }
  }
}
