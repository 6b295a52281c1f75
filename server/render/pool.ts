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
import { Refusal } from "../refusal";
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
import { threadClock, workedSince } from "./thread-time";
import { TooMuchWaits, Turns } from "./turns";
import type { Timed } from "./worker";

/** What paints the pictures that are published. Each is asked for by somebody, who waits for nobody else's. */
export interface StripPainter {
  /** A study all along. @throws FormatError, PoolBusy, TooCostly */
  stages(job: StagesJob, who: string): Promise<readonly Stage[]>;
  /** The strip's PNG. @throws PoolBusy, TooCostly */
  strip(job: StripJob, who: string): Promise<Uint8Array>;
  /** The sheets of a specimen, PNG. @throws PoolBusy, TooCostly */
  specimen(job: SpecimenJob, who: string): Promise<readonly Uint8Array[]>;
  /** What a brush measures. @throws FormatError, PoolBusy, TooCostly */
  measure(job: MeasureJob, who: string): Promise<Judgement>;
  /** A study as a package. @throws PoolBusy, TooCostly */
  packStudy(study: StudyPackage, who: string): Promise<Uint8Array>;
}

/** The most bytes of strips that are kept. */
const KEPT_BYTES = 64 << 20;
/** How long a thread waits for more to do, ms: starting one costs more than keeping it. */
const IDLE = 60_000;

/** How often it is looked how long threads have worked, ms. */
const LOOK = 250;
/** A thread that does not work, and whose work does not end, is ended after so many times what it may work. */
const STUCK = 40;

/** Work for which too much waits already. */
export class PoolBusy extends Refusal {
  static readonly faultName = "PoolBusy";
  override name = PoolBusy.faultName;
  readonly status = 503;
  readonly statusText = "Service Unavailable";
}

/** Work that takes longer than it may, and would again. */
export class TooCostly extends Refusal {
  static readonly faultName = "TooCostly";
  override name = TooCostly.faultName;
  readonly status = 400;
  readonly statusText = "Bad Request";
}

/**
 * Does what takes long in threads: paints strips and keeps the newest of them, and reads what came from outside. Those who ask
 * take turns; a thread that has worked too long is ended.
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
  private readonly turns: Turns;
  /** Strips that are being painted: whoever asks for one of them waits for the same. */
  private readonly painting = new Map<string, Promise<Uint8Array>>();
  private readonly measuring = new Map<string, Promise<Judgement>>();

  /** @param script see `worker.ts` @param part of the time that work may take, for tests */
  constructor(
    private readonly script: URL,
    // More than there are cores: two whose work takes long leave room for a third, and the system shares the cores out.
    private readonly maxThreads = Math.max(4, availableParallelism()),
    private readonly part = 1,
  ) {
    this.turns = new Turns(maxThreads, MOST_QUEUED);
  }

  strip(job: StripJob, who: string): Promise<Uint8Array> {
    // The brush names its pictures by what they hold, so they need not be in the key.
    const key = JSON.stringify([job.brush, job.width, job.height, job.colour, job.look]);
    const known = this.kept.get(key);
    if (known) return Promise.resolve(known);
    const present = this.painting.get(key);
    if (present) return present;
    const painting = this.run<Uint8Array>("strip", job, STRIP_TIMEOUT, who)
      .then((png) => {
        this.kept.set(key, png);
        return png;
      })
      .finally(() => this.painting.delete(key));
    this.painting.set(key, painting);
    return painting;
  }

  /** Measures a brush; whoever asks for the same one meanwhile waits for the same. @throws FormatError, PoolBusy, TooCostly */
  measure(job: MeasureJob, who: string): Promise<Judgement> {
    const present = this.measuring.get(job.brush);
    if (present) return present;
    const measuring = this.run<Judgement>("measure", job, MEASURE_TIMEOUT, who).finally(() =>
      this.measuring.delete(job.brush),
    );
    this.measuring.set(job.brush, measuring);
    return measuring;
  }

  stages(job: StagesJob, who: string): Promise<readonly Stage[]> {
    return this.run("stages", job, STAGES_TIMEOUT, who);
  }

  specimen(job: SpecimenJob, who: string): Promise<readonly Uint8Array[]> {
    return this.run("specimen", job, STAGES_TIMEOUT, who);
  }

  /** A study as a package: of many strokes it takes seconds. */
  packStudy(study: StudyPackage, who: string): Promise<Uint8Array> {
    return this.run("packedStudy", study, PACKAGE_TIMEOUT, who);
  }

  /** The picture that a shared link shows, PNG. */
  share(job: ShareJob, who: string): Promise<Uint8Array> {
    return this.run("share", job, STRIP_TIMEOUT, who);
  }

  /** Decodes a picture that a tip or a grain is made of, to see that it is one. @throws FormatError, AllowanceSpent, PoolBusy */
  async readPicture(job: PictureJob, accountId: string): Promise<Sides> {
    const { width, height } = pngSize(job.bytes, job.what);
    const pixels = Math.min(width * height, PIXELS_IN_FLIGHT);
    return this.reading.during(accountId, pixels, () => this.run("picture", job, PICTURE_TIMEOUT, accountId));
  }

  /** Reads a package and checks everything in it. @throws FormatError, AllowanceSpent, PoolBusy */
  unpack(bytes: Uint8Array, accountId: string): Promise<SetPackage> {
    return this.reading.during(accountId, PIXELS_IN_FLIGHT / 2, () =>
      this.run("unpack", bytes, PACKAGE_TIMEOUT, accountId),
    );
  }

  /** Reads a study's package and checks everything in it. @throws FormatError, AllowanceSpent, PoolBusy */
  unpackStudy(bytes: Uint8Array, accountId: string): Promise<StudyPackage> {
    return this.reading.during(accountId, PIXELS_IN_FLIGHT / 2, () =>
      this.run("study", bytes, PACKAGE_TIMEOUT, accountId),
    );
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
      idleTimeout: IDLE,
    });
    // A thread that breaks outside of its work: whoever waits for it is told by their own promise.
    threads.on("error", () => undefined);
    return threads;
  }

  private async run<T>(name: string, job: unknown, limit: number, who: string): Promise<T> {
    try {
      return await this.turns.take(who, () => this.inThread<T>(name, job, limit * this.part));
    } catch (error) {
      if (error instanceof TooMuchWaits)
        throw new PoolBusy("Too much of yours waits to be done at this moment; try again in a minute.");
      throw error;
    }
  }

  /** Does some work in a thread, which is ended when it has worked longer than it may. */
  private async inThread<T>(name: string, job: unknown, limit: number): Promise<T> {
    const clock = threadClock();
    const ended = new AbortController();
    const begun = Date.now();
    const watch = setInterval(() => {
      if (workedSince(clock) > limit || Date.now() - begun > limit * STUCK) ended.abort();
    }, LOOK);
    try {
      this.threads ??= this.start();
      const timed: Timed<unknown> = { job, clock };
      const outcome: Outcome<T> = await (await this.threads).run(timed, { name, signal: ended.signal });
      return unwrapped(outcome);
    } catch (error) {
      if (ended.signal.aborted)
        throw new TooCostly(`This takes more than the ${limit / 1000} s that it may; nothing was changed.`);
      throw error;
    } finally {
      clearInterval(watch);
    }
  }
}
