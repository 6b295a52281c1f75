import { useEffect, useState, useSyncExternalStore } from "react";
import { useBlocker } from "react-router";
import { Button } from "~/ui/button";
import { useEscape } from "~/ui/use-escape";
import { type Reason, troubles } from "./troubles";

const says: Record<Reason, string> = {
  offline: "There is no network. What you did stays here, and is sent when the network is back.",
  refused: "Brosse does not answer. What you did stays here, and is sent as soon as it does.",
  failed: "The server could not do this. Nothing is lost; try again in a moment.",
  session: "You are not signed in any more. What you did waits here: sign in on another page, then try again.",
  gone: "What this belongs to is not there any more; it may lie in the bin. Bring it back, then try again.",
  large: "This is more than the server takes at once. Nothing is lost; make it smaller, then try again.",
};

const never = () => undefined;

/** One line over the screen while a request is held, with a way to try again; the screen stays as it is. */
export function ReachNotice() {
  const reason = useSyncExternalStore(
    (listener) => troubles.subscribe(listener),
    () => troubles.reason,
    never,
  );
  const [away, setAway] = useState(false);
  useWaitingForNetwork();
  useEffect(() => {
    const again = () => troubles.tryAgain();
    addEventListener("online", again);
    addEventListener("focus", again);
    return () => {
      removeEventListener("online", again);
      removeEventListener("focus", again);
    };
  }, []);
  useEffect(() => {
    if (!reason) setAway(false);
  }, [reason]);
  useEscape(reason !== undefined && !away, () => setAway(true));
  if (!reason || away) return null;
  return (
    <div
      role="alert"
      className="fixed inset-x-0 bottom-4 z-50 mx-auto flex w-fit max-w-[92vw] flex-wrap items-center gap-x-3 gap-y-1.5 rounded-lg border border-danger bg-panel px-4 py-2 shadow-xl"
    >
      <span>{says[reason]}</span>
      {reason === "session" && (
        <Button asChild className="h-7">
          <a href="/sign-in?to=%2Fshelf" target="_blank" rel="noreferrer">
            Sign in
          </a>
        </Button>
      )}
      {reason === "gone" && (
        <Button asChild className="h-7">
          <a href="/bin" target="_blank" rel="noreferrer">
            Open the bin
          </a>
        </Button>
      )}
      <Button kind="act" className="h-7" onClick={() => troubles.tryAgain()}>
        Try again
      </Button>
      <Button kind="quiet" className="h-7 px-1" onClick={() => setAway(true)}>
        Hide this
      </Button>
    </div>
  );
}

/** Keeps the present screen while there is no network: where one wanted to go, one goes when it is back. */
function useWaitingForNetwork(): void {
  const blocker = useBlocker(() => !navigator.onLine);
  useEffect(() => {
    if (blocker.state !== "blocked") return;
    const { proceed } = blocker;
    const unwanted = new AbortController();
    const wait = async () => {
      while (!navigator.onLine) await troubles.hold(unwanted, "offline", undefined, unwanted.signal);
      troubles.release(unwanted);
      proceed();
    };
    wait().catch(() => undefined);
    return () => unwanted.abort();
  }, [blocker]);
}
