/**
 * What two ends of a port say to each other. `calls` are asked by the page and answered once; `tells` are told by the page and
 * not answered; `says` are told by the worker. Whatever a message carries can be cloned or transferred.
 */
export interface Protocol {
  readonly calls: { readonly [name: string]: { readonly ask: unknown; readonly answer: unknown } };
  readonly tells: { readonly [name: string]: unknown };
  readonly says: { readonly [name: string]: unknown };
}

export type CallName<P extends Protocol> = keyof P["calls"] & string;
export type TellName<P extends Protocol> = keyof P["tells"] & string;
export type SayName<P extends Protocol> = keyof P["says"] & string;
export type Ask<P extends Protocol, Name extends CallName<P>> = P["calls"][Name]["ask"];
export type Answer<P extends Protocol, Name extends CallName<P>> = P["calls"][Name]["answer"];

/** From the page to its worker. */
export type ToWorker =
  | { readonly to: "call"; readonly id: number; readonly name: string; readonly ask: unknown }
  /** Nobody waits for this call's answer any more. */
  | { readonly to: "drop"; readonly id: number }
  | { readonly to: "tell"; readonly name: string; readonly what: unknown };

/** From a worker to its page. */
export type ToPage =
  | { readonly to: "answer"; readonly id: number; readonly answer: unknown }
  | { readonly to: "fault"; readonly id: number; readonly fault: string }
  /** A tell could not be done, or the worker itself is at fault. */
  | { readonly to: "trouble"; readonly fault: string }
  /** @param id the call on whose way it is said; undefined for what is said of itself */
  | { readonly to: "say"; readonly id: number | undefined; readonly name: string; readonly what: unknown };

/** Either end of a channel: a worker, a worker's own scope, or a message port. */
export interface Channel {
  postMessage(message: unknown, options: { readonly transfer: Transferable[] }): void;
  addEventListener(type: "message", listen: (event: MessageEvent) => void): void;
}

/** What an error says, in one line. */
export function messageOf(error: unknown): string {
  return error instanceof Error ? error.message : String(error);
}
