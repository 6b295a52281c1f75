import type { StudySession } from "../state/session";

/** How large the small picture is that lists show, px, and how often it is made at most, ms. */
const LONGEST = 720;
const APART = 20_000;

/** Sends a small picture of a study now and then, while it changes. @returns what stops it */
export function keepPicture(session: StudySession, id: string): () => void {
  let sent = session.store.get().standing;
  const send = async () => {
    const { sheet, place, standing, keeping } = session.store.get();
    if (!sheet || place || standing === sent || keeping.kind === "waiting") return;
    const before = sent;
    sent = standing;
    try {
      const bytes = await session.engine.current?.picture(LONGEST);
      if (!bytes) return;
      const answer = await fetch(`/studies/${id}/picture.png`, {
        method: "POST",
        headers: { "Content-Type": "image/png", Accept: "application/json" },
        body: bytes,
      });
      if (!answer.ok) sent = before;
    } catch {
      // It is made again from the study itself, next time.
      sent = before;
    }
  };
  let first: ReturnType<typeof setTimeout> | undefined;
  const stop = session.store.subscribe(() => {
    // The first of a session comes soon: a study that was only begun is seen in the list.
    if (session.store.get().standing !== sent) first ??= setTimeout(() => void send(), 3000);
  });
  const timer = setInterval(() => void send(), APART);
  return () => {
    stop();
    clearTimeout(first);
    clearInterval(timer);
  };
}
