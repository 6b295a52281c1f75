import type { Act } from "@core/study/act";
import type { KeptStudy } from "@server/studies/repository";
import { type ReactNode, useEffect, useState } from "react";
import { Link } from "react-router";
import type { Instrument } from "~/easel/engine/protocol";
import { ActKeeper } from "~/easel/keeping/act-keeper";
import { keepPicture } from "~/easel/keeping/keep-picture";
import { holdStudy } from "~/easel/keeping/one-page";
import { saveHere } from "~/easel/keeping/save-here";
import { browserShelf, sendWords, studyServer, wordsShelf } from "~/easel/keeping/shelf";
import { WordsKeeper } from "~/easel/keeping/words-keeper";
import { EaselPicture } from "~/easel/picture";
import { StudySession } from "~/easel/state/session";
import { see } from "~/easel/state/study-state";
import { StudyProvider, useHand, useSession, useStudy } from "~/easel/state/use-study";
import { TipRing } from "~/easel/tip-ring";
import { Button } from "~/ui/button";
import { ColourSheet } from "./colours/colour-sheet";
import { firstState } from "./first-state";
import { useStudyKeys } from "./keys/use-study-keys";
import { FrameBar } from "./picture/frame-bar";
import { PlaceNote } from "./picture/place-note";
import { Progressives } from "./progressives/progressives";
import { Roll } from "./roll/roll";
import { StudyBar } from "./study-bar";
import { Tray } from "./tray/tray";

interface Props {
  readonly study: KeptStudy;
  readonly known: readonly Instrument[];
  readonly tray: readonly string[];
}

/** A study on one screen: the tray above, the picture in the middle, its layers and colours beside, its roll below. */
export function StudyScreen({ study, known, tray }: Props) {
  const [session] = useState(() => {
    const keeper = new ActKeeper(browserShelf(study.id), studyServer(study.id), (keeping) =>
      made.store.run(see({ keeping })),
    );
    const words = new WordsKeeper(wordsShelf(study.id), sendWords(study.id), study.revision, (now, unkept) =>
      made.store.run(see({ ...now, unkept })),
    );
    const made = new StudySession(firstState(study, tray), known, keeper, words);
    return made;
  });
  const [fault, setFault] = useState<string>();
  const [parted, setParted] = useState<string>();
  useStudyKeys(session, tray, study);

  useEffect(() => {
    let left = false;
    const { keeper } = session;
    const open = async (log: () => Promise<readonly Act[]>) => {
      setFault(undefined);
      try {
        const acts = await log();
        setParted(keeper?.parted);
        if (!left) await session.open(acts);
      } catch (error) {
        if (!left) setFault(error instanceof Error ? error.message : String(error));
      }
    };
    const letGo = holdStudy(study.id, {
      held: () => {
        void open(async () => (await keeper?.open()) ?? []);
        void session.words?.open(session.store.get());
      },
      taken: () => {
        session.store.run(see({ looksOn: true }));
        void open(() => studyServer(study.id).from(0));
      },
      // What the other page has painted meanwhile is read anew.
      freed: () => location.reload(),
    });
    const online = () => {
      keeper?.retry();
      session.words?.retry();
    };
    const away = () => {
      session.keepHand();
      void keeper?.flush();
    };
    addEventListener("online", online);
    addEventListener("pagehide", away);
    return () => {
      left = true;
      letGo();
      removeEventListener("online", online);
      removeEventListener("pagehide", away);
      keeper?.close();
      session.words?.close();
    };
  }, [session, study.id]);
  useEffect(() => keepPicture(session, study.id), [session, study.id]);

  return (
    <StudyProvider value={session}>
      <div className="flex h-dvh flex-col max-lg:h-auto max-lg:min-h-dvh">
        <UnlessWhole>
          <StudyBar study={study} />
        </UnlessWhole>
        <main className="flex min-h-0 flex-1 flex-col gap-2.5 px-4 py-2.5">
          {fault && (
            <p role="alert" className="rounded-md border border-danger px-3 py-1.5 text-danger">
              The study could not be opened: {fault}. It is safe where it is.{" "}
              <Button className="ml-2 h-7" onClick={() => location.reload()}>
                Try again
              </Button>
              <Button className="ml-2 h-7" onClick={() => void saveHere(session, study)}>
                Take what this browser has out as a file
              </Button>
            </p>
          )}
          {parted && (
            <p role="status" className="rounded-md border border-line bg-panel px-3 py-1.5">
              This study was painted on elsewhere meanwhile. What you painted here is{" "}
              <Link to={`/studies/${parted}`} className="text-act underline underline-offset-4">
                a study of its own
              </Link>{" "}
              now.
            </p>
          )}
          <Tray studyId={study.id} tray={tray} />
          <Table study={study} />
          <UnlessWhole>
            <Roll />
          </UnlessWhole>
        </main>
      </div>
    </StudyProvider>
  );
}

/** What gives way where the picture takes the window; the brush in hand stays in sight. */
function UnlessWhole({ children }: { children: ReactNode }) {
  return useStudy((state) => state.whole) ? null : children;
}

function Table({ study }: { study: KeptStudy }) {
  const session = useSession();
  const whole = useStudy((state) => state.whole);
  const looksBack = useStudy((state) => state.place !== undefined);
  const hand = useHand();
  return (
    <div
      className={`grid min-h-0 flex-1 gap-2.5 ${whole ? "" : "lg:grid-cols-[208px_minmax(0,1fr)_232px]"} max-lg:auto-rows-auto`}
    >
      {!whole && <Progressives />}
      <section
        aria-label="The picture"
        className="relative min-h-64 overflow-hidden border border-line bg-table shadow-sm max-lg:order-first max-lg:h-[58vh]"
      >
        <EaselPicture
          label={`${study.name}: paint here`}
          sheet={study}
          instruments={session.instruments}
          frame={session.frame}
          target={session}
          onEngine={session.attach}
        >
          {hand && !looksBack && <TipRing engine={session.engine} frame={session.frame} brush={hand} />}
          <PlaceNote />
          <FrameBar sheet={study} />
        </EaselPicture>
      </section>
      {!whole && <ColourSheet />}
    </div>
  );
}
