import {
  type Answer,
  type Ask,
  type CallName,
  type Channel,
  messageOf,
  type Protocol,
  type SayName,
  type TellName,
  type ToPage,
  type ToWorker,
} from "./protocol";

/** A call ended without an answer because it was cancelled, because a newer one took its place, or because its port closed. */
export class CallDropped extends Error {}

/** A call failed in the worker, or the worker did. */
export class CallFailed extends Error {}

export interface CallOptions {
  readonly transfer?: Transferable[];
  /** Cancels the call. */
  readonly signal?: AbortSignal;
  /** Whether an older call of this name that is still under way is dropped: the newest wins. */
  readonly newest?: boolean;
}

/** The page's end of a worker. */
export interface Port<P extends Protocol> {
  /** Asks for something. @throws CallFailed, CallDropped */
  call<Name extends CallName<P>>(name: Name, ask: Ask<P, Name>, options?: CallOptions): Promise<Answer<P, Name>>;
  /** Tells something that is not answered. */
  tell<Name extends TellName<P>>(name: Name, what: P["tells"][Name], transfer?: Transferable[]): void;
  /** Hears what the worker says; what is said on the way of a call that was dropped is not heard. @returns what ends it */
  on<Name extends SayName<P>>(name: Name, hear: (what: P["says"][Name]) => void): () => void;
  /** Ends the worker; what is still asked is dropped. */
  close(): void;
}

/** What a port needs of a worker. */
export interface WorkerEnd extends Channel {
  addEventListener(
    type: "message" | "messageerror" | "error",
    listen: (event: MessageEvent & ErrorEvent) => void,
  ): void;
  terminate(): void;
}

interface Waiting {
  readonly name: string;
  readonly resolve: (answer: never) => void;
  readonly reject: (error: Error) => void;
}

/**
 * Opens a port to a worker.
 * @param onTrouble is told what goes wrong outside of calls: a tell that failed, a worker that does not start or breaks
 */
export function openPort<P extends Protocol>(
  worker: WorkerEnd,
  onTrouble: (fault: string) => void = () => undefined,
): Port<P> {
  const waiting = new Map<number, Waiting>();
  const hearing = new Map<string, Set<(what: never) => void>>();
  let calls = 0;
  let broken: string | undefined;
  let closed = false;

  const send = (message: ToWorker, transfer: Transferable[] = []) => worker.postMessage(message, { transfer });
  const take = (id: number) => {
    const found = waiting.get(id);
    waiting.delete(id);
    return found;
  };
  const drop = (id: number, why: string) => {
    const found = take(id);
    if (!found) return;
    if (!closed) send({ to: "drop", id });
    found.reject(new CallDropped(why));
  };
  const fail = (fault: string) => {
    if (closed) return;
    broken = fault;
    for (const id of [...waiting.keys()]) take(id)?.reject(new CallFailed(fault));
    onTrouble(fault);
  };

  worker.addEventListener("message", ({ data }: MessageEvent<ToPage>) => {
    if (closed) return;
    if (data.to === "answer") take(data.id)?.resolve(data.answer as never);
    else if (data.to === "fault") take(data.id)?.reject(new CallFailed(data.fault));
    else if (data.to === "trouble") onTrouble(data.fault);
    else if (data.id === undefined || waiting.has(data.id))
      for (const hear of hearing.get(data.name) ?? []) hear(data.what as never);
  });
  worker.addEventListener("error", (event) => fail(event.message || "its worker could not start"));
  worker.addEventListener("messageerror", () => fail("its worker said what could not be read"));

  return {
    call: (name, ask, { transfer, signal, newest } = {}) =>
      new Promise((resolve, reject) => {
        if (closed) return reject(new CallDropped("the worker is closed"));
        if (broken !== undefined) return reject(new CallFailed(broken));
        if (signal?.aborted) return reject(new CallDropped("cancelled"));
        if (newest) for (const [id, other] of [...waiting]) if (other.name === name) drop(id, "a newer one was asked");
        const id = ++calls;
        waiting.set(id, { name, resolve, reject });
        signal?.addEventListener("abort", () => drop(id, "cancelled"), { once: true });
        try {
          send({ to: "call", id, name, ask }, transfer);
        } catch (error) {
          take(id)?.reject(new CallFailed(messageOf(error)));
        }
      }),
    tell: (name, what, transfer) => {
      if (!closed) send({ to: "tell", name, what }, transfer);
    },
    on: (name, hear) => {
      const all = hearing.get(name) ?? new Set();
      hearing.set(name, all.add(hear));
      return () => all.delete(hear);
    },
    close: () => {
      if (closed) return;
      closed = true;
      worker.terminate();
      for (const id of [...waiting.keys()]) take(id)?.reject(new CallDropped("the worker is closed"));
    },
  };
}

/** Lets a call that was dropped end without a word; every other fault is told. */
export function unlessDropped(tell: (fault: string) => void): (error: unknown) => void {
  return (error) => {
    if (!(error instanceof CallDropped)) tell(messageOf(error));
  };
}
