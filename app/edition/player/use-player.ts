import { nothingDone } from "@core/study/standing";
import { useCallback, useEffect, useRef, useState } from "react";
import type { EaselEngine } from "~/easel/engine/client";
import { holdAt, type RollModel, tickAt } from "~/easel/roll/roll-model";
import { plainState } from "~/easel/state/plain-state";
import { StudySession } from "~/easel/state/session";
import { see } from "~/easel/state/study-state";
import { unlessDropped } from "~/port/open-port";

/** A demonstration on its easel: watched, and taken up where one likes. */
export interface Player {
  readonly session: StudySession;
  /** Absent until the study has been fetched. */
  readonly roll: RollModel | undefined;
  readonly fault: string | undefined;
  readonly onEngine: (engine: EaselEngine) => () => void;
  readonly play: (speed: number) => void;
  readonly pause: () => void;
  readonly goTo: (count: number) => void;
  /** From where one is, the picture is the painter's own. */
  readonly take: () => void;
  /** Lets go of what one has painted, and watches again. */
  readonly watchAgain: () => void;
}

/** @param address of the study's package @param paper the colour of its paper, #rrggbb @param at how many acts are done when one begins to watch */
export function usePlayer(address: string, paper: string, at: number): Player {
  const [session] = useState(() => new StudySession(plainState(paper), [], undefined));
  const [roll, setRoll] = useState<RollModel>();
  const [fault, setFault] = useState<string>();
  const from = useRef(at);

  const onEngine = useCallback(
    (engine: EaselEngine) => {
      const letGo = session.attach(engine);
      engine
        .watch(address)
        .then(async (watched) => {
          session.admit(watched.instruments);
          setRoll(watched.roll);
          await session.lookAt(from.current);
        })
        .catch(unlessDropped(setFault));
      return letGo;
    },
    [session, address],
  );
  useEffect(() => () => session.engine.current?.pause(), [session]);

  const play = (speed: number) => {
    const place = session.store.get().place;
    // Until it is known where one is, the picture is on its way to the end.
    const over = roll && (!place || place.count >= roll.count);
    const go = () => session.engine.current?.play(speed);
    if (over) void session.lookAt(0).then(go);
    else go();
  };
  const take = async () => {
    const count = session.store.get().place?.count ?? 0;
    const sheet = await session.engine.current?.takeUp().catch(() => undefined);
    if (!sheet || !roll) return;
    const hold = holdAt(roll, count);
    const colour = roll.ticks.findLast((tick) => tick.place < Math.max(1, count) && tick.paints)?.colour;
    session.store.run(
      see({
        brush: hold?.brush ?? roll.holds[0]?.brush ?? "",
        use: hold?.use ?? "paint",
        first: colour ?? tickAt(roll, count)?.colour ?? "#1f2a30",
        log: [],
        standing: nothingDone,
      }),
    );
    from.current = count;
    session.begin(sheet);
  };
  return {
    session,
    roll,
    fault,
    onEngine,
    play,
    pause: () => session.engine.current?.pause(),
    goTo: (count) => void session.lookAt(count),
    take: () => void take(),
    watchAgain: () => {
      session.engine.current?.watchAgain();
      void session.lookAt(from.current);
    },
  };
}
