import type { ShownDemonstration } from "@server/editions/demonstrations";
import { Pause, Play } from "lucide-react";
import { useEffect, useState } from "react";
import { HandBar } from "~/easel/hand-bar";
import { EaselPicture } from "~/easel/picture";
import { captionAt, chapterAt, holdAt, holdSays } from "~/easel/roll/roll-model";
import { RollStrip } from "~/easel/roll/roll-strip";
import { clockWords } from "~/easel/roll/words";
import { takeBrush } from "~/easel/state/study-state";
import { StudyProvider, useHand, useSession, useStudy } from "~/easel/state/use-study";
import { TipRing } from "~/easel/tip-ring";
import { Button } from "~/ui/button";
import { Segments } from "~/ui/segments";
import { box } from "~/ui/settings/box";
import { type Player, usePlayer } from "./use-player";

const speeds = ["1×", "8×", "in a minute"] as const;
type Speed = (typeof speeds)[number];

interface Props {
  readonly editionId: string;
  readonly shown: ShownDemonstration;
}

/** A study that others made: it plays, stops anywhere, and from there one paints on. First comes a picture, the engine after. */
export function Demonstration({ editionId, shown }: Props) {
  const player = usePlayer(`/editions/${editionId}/demonstrations/${shown.number}.zip`, shown.paper, shown.acts);
  const [engine, setEngine] = useState(false);
  useEffect(() => {
    // The picture is what one came to see: the engine waits until the page has time.
    if ("requestIdleCallback" in window) {
      const asked = requestIdleCallback(() => setEngine(true), { timeout: 1500 });
      return () => cancelIdleCallback(asked);
    }
    const timer = setTimeout(() => setEngine(true), 300);
    return () => clearTimeout(timer);
  }, []);
  const last = shown.stages.at(-1);
  return (
    <StudyProvider value={player.session}>
      <section
        aria-label={shown.brushFile ? "Vignette" : "Demonstration"}
        className="sheet border border-line shadow-sm"
      >
        <div className="grid lg:grid-cols-[minmax(0,1fr)_15rem]">
          <div
            className="relative max-h-80 min-h-48 w-full overflow-hidden bg-table"
            style={{ aspectRatio: `${Math.max(1.2, shown.width / shown.height)}` }}
          >
            {last && (
              <img
                src={`/editions/${editionId}/stages/${last.sha256}.png`}
                alt={`${shown.name}, as it became`}
                className="absolute inset-0 size-full object-contain p-[2%]"
              />
            )}
            {engine && <Watching player={player} shown={shown} />}
          </div>
          <Beside player={player} shown={shown} />
        </div>
        <Along player={player} shown={shown} />
      </section>
    </StudyProvider>
  );
}

function Watching({ player, shown }: { player: Player; shown: ShownDemonstration }) {
  const { session } = player;
  const paints = useStudy((state) => state.sheet !== undefined && state.place === undefined);
  const seen = useStudy((state) => state.sheet !== undefined || state.place !== undefined);
  const hand = useHand();
  return (
    <div className={`absolute inset-0 ${seen ? "bg-table" : "opacity-0"}`}>
      <EaselPicture
        label={paints ? `${shown.name}: paint on here` : `${shown.name}, as it is painted`}
        sheet={shown}
        instruments={[]}
        frame={session.frame}
        target={paints ? session : undefined}
        onEngine={player.onEngine}
      >
        {paints && hand && <TipRing engine={session.engine} frame={session.frame} brush={hand} />}
      </EaselPicture>
    </div>
  );
}

function Beside({ player, shown }: { player: Player; shown: ShownDemonstration }) {
  const { roll } = player;
  const place = useStudy((state) => state.place);
  const paints = useStudy((state) => state.sheet !== undefined && state.place === undefined);
  const hash = useStudy((state) => state.brush);
  const { store } = useSession();
  const count = place?.count ?? shown.acts;
  const hold = roll && holdAt(roll, count);
  const caption = roll && captionAt(roll, count);
  return (
    <div className="flex flex-col gap-2 border-line p-3.5 lg:border-l">
      <div>
        <p className="text-[13px] text-soft">{shown.brushFile ? "Vignette" : "Demonstration"}</p>
        <h2 className="font-semibold font-serif text-lg leading-tight">{shown.name}</h2>
      </div>
      {player.fault && <p className="text-danger">{player.fault}</p>}
      {paints ? (
        <>
          <p>Now it is yours: paint on. The demonstration stays as it is.</p>
          <label className="flex flex-col gap-1">
            <span className="text-[13px] text-soft">In hand</span>
            <select className={box} value={hash} onChange={(event) => store.run(takeBrush(event.target.value))}>
              {player.session.instruments.map(({ hash: one, brush }) => (
                <option key={one} value={one}>
                  {brush.name}
                </option>
              ))}
            </select>
          </label>
          <Button className="mt-auto" onClick={player.watchAgain}>
            Watch again
          </Button>
        </>
      ) : (
        <>
          <p>
            {hold ? (
              <>
                Now: <span className="font-semibold">{hold.name}</span>
                {hold.use === "paint" ? ", painting" : holdSays(hold).slice(hold.name.length)}
              </>
            ) : (
              <span className="text-soft">{player.fault ? "" : "The strokes are on their way…"}</span>
            )}
          </p>
          {roll && chapterAt(roll, count) && <p className="text-[13px] text-soft">{chapterAt(roll, count)}</p>}
          <p className="min-h-10">{caption && `“${caption}”`}</p>
          <Button kind="act" className="mt-auto" disabled={!roll} onClick={player.take}>
            Take the brush from here
          </Button>
        </>
      )}
    </div>
  );
}

function Along({ player, shown }: { player: Player; shown: ShownDemonstration }) {
  const { roll } = player;
  const [speed, setSpeed] = useState<Speed>("8×");
  const place = useStudy((state) => state.place);
  const paints = useStudy((state) => state.sheet !== undefined && state.place === undefined);
  const times = (one: Speed) => (one === "1×" ? 1 : one === "8×" ? 8 : Math.max(1, shown.length / 60_000));
  if (paints)
    return (
      <div className="border-line border-t">
        <HandBar name={`demonstration-${shown.number}`} />
      </div>
    );
  return (
    <div className="border-line border-t px-3 pt-1 pb-2">
      {roll ? (
        <RollStrip roll={roll} at={place?.count ?? roll.count} height={44} holds={false} onGo={player.goTo} />
      ) : (
        <div className="h-[68px]" />
      )}
      <div className="mt-1.5 flex flex-wrap items-center gap-2">
        <Button disabled={!roll} onClick={() => (place?.playing ? player.pause() : player.play(times(speed)))}>
          {place?.playing ? <Pause aria-hidden size={14} /> : <Play aria-hidden size={14} />}
          {place?.playing ? "Stop" : "Play"}
        </Button>
        <Segments
          label="How fast it plays"
          name={`speed-${shown.number}`}
          options={speeds}
          value={speed}
          onPick={(next) => {
            setSpeed(next);
            if (place?.playing) player.play(times(next));
          }}
        />
        <span className="font-mono text-[13px] text-soft">
          {clockWords(place?.time ?? shown.length)} of {clockWords(shown.length)}
        </span>
      </div>
    </div>
  );
}
