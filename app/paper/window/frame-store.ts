import type { Framing } from "./framing";

const closed: Framing = { width: 1, height: 1, x: 0, y: 0, zoom: 1, turn: 0, mirrored: false };

/** How a picture is framed now. Hears at once, for what follows a hand may not wait for the page. */
export class FrameStore {
  private now = closed;
  private readonly listeners = new Set<() => void>();

  readonly get = (): Framing => this.now;

  readonly set = (framing: Framing): void => {
    this.now = framing;
    for (const listen of this.listeners) listen();
  };

  /** @returns what ends the listening */
  readonly subscribe = (listen: () => void): (() => void) => {
    this.listeners.add(listen);
    return () => this.listeners.delete(listen);
  };
}
