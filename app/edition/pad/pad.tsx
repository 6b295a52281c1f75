import { useCallback, useEffect, useState } from "react";
import type { EaselEngine } from "~/easel/engine/client";
import type { Instrument } from "~/easel/engine/protocol";
import { HandBar } from "~/easel/hand-bar";
import { EaselPicture } from "~/easel/picture";
import { plainState } from "~/easel/state/plain-state";
import { StudySession } from "~/easel/state/session";
import { takeBrush } from "~/easel/state/study-state";
import { StudyProvider, useHand, useStudy } from "~/easel/state/use-study";
import { TipRing } from "~/easel/tip-ring";
import { Button } from "~/ui/button";
import { BARS, barBrush, colourBars } from "./colour-bars";
import { MakerStroke } from "./maker-stroke";
import { TellMaker } from "./tell-maker";
import { useCountedTry } from "./use-counted-try";

/** So small that brushes are seen at about their own size beside the list. */
const sheet = { width: 728, height: 468, paper: "#fdfdfd" } as const;

interface Props {
  readonly editionId: string;
  readonly studio: string;
  readonly instruments: readonly (Instrument & { readonly file: string })[];
  /** The brush that is tried, by its hash. */
  readonly chosen: string;
  readonly signedIn: boolean;
}

/** A sheet on which whoever comes may try an edition's brushes. */
export function Pad({ editionId, studio, instruments, chosen, signedIn }: Props) {
  const [session] = useState(
    () =>
      new StudySession(plainState(sheet.paper, chosen), [...instruments, { hash: BARS, brush: barBrush() }], undefined),
  );
  useEffect(() => {
    session.store.run(takeBrush(chosen));
  }, [session, chosen]);
  const onEngine = useCallback(
    (engine: EaselEngine) => {
      const letGo = session.attach(engine);
      // A brush whose picture is missing says so where it is painted with.
      session.open([]).catch(() => undefined);
      return letGo;
    },
    [session],
  );
  useCountedTry(session, editionId);
  return (
    <StudyProvider value={session}>
      <section
        aria-labelledby="pad"
        className="print:hidden sheet border border-line shadow-sm lg:sticky lg:top-3 lg:self-start"
      >
        <div className="flex items-center gap-2 border-line border-b px-3 py-1.5">
          <h2 id="pad" className="min-w-0 flex-1 truncate text-soft">
            Try <span className="font-semibold font-serif text-ink text-lg">{session.brush(chosen).name}</span>
          </h2>
          <PadActs session={session} />
        </div>
        <div className="relative aspect-[14/9] max-h-[60vh] w-full bg-table">
          <PadPicture session={session} onEngine={onEngine} name={session.brush(chosen).name} />
        </div>
        <div className="border-line border-t">
          <HandBar name="pad" />
          <MakerStroke session={session} chosen={chosen} size={sheet} />
        </div>
        <div className="border-line border-t">
          <TellMaker
            editionId={editionId}
            studio={studio}
            signedIn={signedIn}
            file={instruments.find(({ hash }) => hash === chosen)?.file ?? ""}
          />
        </div>
      </section>
    </StudyProvider>
  );
}

function PadPicture({
  session,
  onEngine,
  name,
}: {
  session: StudySession;
  onEngine: (engine: EaselEngine) => () => void;
  name: string;
}) {
  const empty = useStudy((state) => state.standing.done.length === 0);
  const ready = useStudy((state) => state.sheet !== undefined);
  const hand = useHand();
  return (
    <EaselPicture
      label={`A pad to try ${name} on`}
      sheet={sheet}
      instruments={session.instruments}
      frame={session.frame}
      target={ready ? session : undefined}
      onEngine={onEngine}
    >
      {hand && <TipRing engine={session.engine} frame={session.frame} brush={hand} />}
      {empty && (
        <p className="pointer-events-none absolute inset-0 grid place-items-center text-[#5f5f5f]">
          {ready ? "draw here with pen, mouse or finger" : "one moment…"}
        </p>
      )}
    </EaselPicture>
  );
}

function PadActs({ session }: { session: StudySession }) {
  const ready = useStudy((state) => state.sheet !== undefined);
  const empty = useStudy((state) => state.standing.done.length === 0);
  const layBars = () => {
    for (const { colour, values, samples } of colourBars(sheet, session.inHand()))
      session.lay({ brush: BARS, values, colour }, samples);
  };
  return (
    <>
      <Button className="h-7" disabled={!ready} onClick={layBars}>
        Paint over colours
      </Button>
      <Button
        className="h-7"
        disabled={empty}
        onClick={() => session.act({ kind: "fill", layer: session.store.get().layer, colour: null })}
      >
        Clear
      </Button>
    </>
  );
}
