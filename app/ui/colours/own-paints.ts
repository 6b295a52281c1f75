import { hexToRgb } from "@core/colour/srgb";
import { tintingOf, tintingWithin } from "@core/paint/tinting";
import type { OwnPaintWords } from "@server/paints/repository";
import { z } from "zod";

/** A paint that whoever is signed in has made. */
export interface OwnPaintHere {
  readonly id: string;
  readonly name: string;
  readonly colour: string;
  readonly tint: string;
  readonly parts: number;
  /** How strongly it tints, by its tint. */
  readonly tinting: number;
}

const paint = z.object({ id: z.string(), name: z.string(), colour: z.string(), tint: z.string(), parts: z.number() });
const answerSchema = z.object({ paints: z.array(paint) });
const faultSchema = z.object({ fault: z.string() });

const none: readonly OwnPaintHere[] = [];

/** The own paints of a page: asked for once, and the same wherever colours are chosen. */
class OwnPaints {
  private paints = none;
  private asked: Promise<void> | undefined;
  private readonly listeners = new Set<() => void>();

  readonly subscribe = (listener: () => void): (() => void) => {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  };

  readonly get = (): readonly OwnPaintHere[] => this.paints;

  /** Asks for them, where that was not done yet. Who is not signed in has none. */
  load(): Promise<void> {
    this.asked ??= fetch("/paints.json", { headers: { accept: "application/json" } })
      .then(async (answer) => {
        if (answer.ok) this.take(await answer.json());
      })
      .catch(() => {
        // Without the network there are none; the next time colours are chosen they are asked for again.
        this.asked = undefined;
      });
    return this.asked;
  }

  /** How strongly a colour tints: as the own paint of that colour, or 1. */
  tinting(colour: string): number {
    return this.paints.find((one) => one.colour === colour)?.tinting ?? 1;
  }

  /** Keeps a paint. @throws Error that says why it is not kept */
  keep(words: OwnPaintWords): Promise<void> {
    return this.send({ act: "keep", paint: words });
  }

  /** Lets a paint go. @throws Error as above */
  drop(id: string): Promise<void> {
    return this.send({ act: "drop", id });
  }

  private async send(body: object): Promise<void> {
    const answer = await fetch("/paints.json", {
      method: "POST",
      headers: { "content-type": "application/json", accept: "application/json" },
      body: JSON.stringify(body),
    }).catch(() => {
      throw new Error("The workshop cannot be reached: the paint is not kept yet.");
    });
    const read: unknown = await answer.json().catch(() => undefined);
    if (answer.ok && answerSchema.safeParse(read).success) this.take(read);
    else if (answer.redirected) throw new Error("You are not signed in any more: sign in, and keep it again.");
    else throw new Error(faultSchema.safeParse(read).data?.fault ?? `It was not kept (${answer.status}).`);
  }

  private take(answer: unknown): void {
    const { paints } = answerSchema.parse(answer);
    this.paints = paints.map((one) => {
      return { ...one, tinting: tintingWithin(tintingOf(hexToRgb(one.colour), hexToRgb(one.tint), one.parts)) };
    });
    for (const listener of this.listeners) listener();
  }
}

export const ownPaints = new OwnPaints();
