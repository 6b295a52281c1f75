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

/** A call as its worker does it. */
export interface Job<P extends Protocol> {
  /** Lets waiting messages in, then says whether anybody still waits for the answer. */
  wanted(): Promise<boolean>;
  /** Says something on the way to the answer; it is heard only while the call is wanted. */
  say<Name extends SayName<P>>(name: Name, what: P["says"][Name], transfer?: Transferable[]): void;
  /** Hands these over with the answer instead of copying them. */
  transfer(...things: Transferable[]): void;
}

export interface Handlers<P extends Protocol> {
  /** A call of which nobody wants the answer any more may answer undefined. */
  readonly calls: {
    readonly [Name in CallName<P>]: (
      ask: Ask<P, Name>,
      job: Job<P>,
    ) => Promise<Answer<P, Name> | undefined> | Answer<P, Name> | undefined;
  };
  readonly tells: { readonly [Name in TellName<P>]: (what: P["tells"][Name]) => Promise<unknown> | unknown };
}

export type Say<P extends Protocol> = <Name extends SayName<P>>(
  name: Name,
  what: P["says"][Name],
  transfer?: Transferable[],
) => void;

const breaths = new MessageChannel();
const breathing: (() => void)[] = [];
breaths.port1.onmessage = () => breathing.shift()?.();

/** Lets waiting messages in; unlike a timer it costs microseconds. */
export function breath(): Promise<void> {
  return new Promise((resolve) => {
    breathing.push(resolve);
    breaths.port2.postMessage(null);
  });
}

/** Serves a protocol from inside a worker. @returns what says something of the worker's own accord */
export function servePort<P extends Protocol>(channel: Channel, handlers: Handlers<P>): Say<P> {
  const wanted = new Set<number>();
  const send = (message: ToPage, transfer: Transferable[] = []) => channel.postMessage(message, { transfer });

  const call = async (id: number, name: string, ask: unknown) => {
    wanted.add(id);
    const moved: Transferable[] = [];
    const job: Job<P> = {
      wanted: async () => {
        await breath();
        return wanted.has(id);
      },
      say: (said, what, transfer) => {
        if (wanted.has(id)) send({ to: "say", id, name: said, what }, transfer);
      },
      transfer: (...things) => void moved.push(...things),
    };
    try {
      const answer = await handlers.calls[name as CallName<P>](ask as never, job);
      if (wanted.has(id)) send({ to: "answer", id, answer }, moved);
    } catch (error) {
      if (wanted.has(id)) send({ to: "fault", id, fault: messageOf(error) });
    } finally {
      wanted.delete(id);
    }
  };
  const hear = async (name: string, what: unknown) => {
    try {
      await handlers.tells[name as TellName<P>](what as never);
    } catch (error) {
      send({ to: "trouble", fault: messageOf(error) });
    }
  };

  channel.addEventListener("message", ({ data }: MessageEvent<ToWorker>) => {
    if (data.to === "call") void call(data.id, data.name, data.ask);
    else if (data.to === "drop") wanted.delete(data.id);
    else void hear(data.name, data.what);
  });
  return (name, what, transfer) => send({ to: "say", id: undefined, name, what }, transfer);
}
