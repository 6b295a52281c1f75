import type { EditionEntry } from "@server/editions/repository";
import type { PublicationState } from "@server/publishing/repository";
import { useCallback, useEffect, useRef, useState } from "react";
import { Form, Link, useFetchers, useNavigate, useRevalidator } from "react-router";
import { Button } from "~/ui/button";
import { Dialog } from "~/ui/dialog";
import { Field } from "~/ui/field";
import { Tool } from "~/ui/tool";
import { day } from "~/ui/words";
import { PublicationProgress } from "./publish/publication-progress";

interface CardProps {
  readonly setId: string;
  readonly editions: readonly EditionEntry[];
  /** What is being published, or could not be. */
  readonly pending: PublicationState | undefined;
  /** Whether something is not saved. */
  readonly changed: boolean;
  readonly busy: boolean;
  /** Whether it could not be saved. */
  readonly refused: boolean;
  readonly empty: boolean;
  readonly onSave: () => void;
}

/** The editions of a set, what is being published, and the way to the next one; what is not saved is saved first. */
export function EditionsCard({ setId, editions, pending, changed, busy, refused, empty, onSave }: CardProps) {
  const navigate = useNavigate();
  const { revalidate } = useRevalidator();
  const [going, setGoing] = useState(false);
  const wasBusy = useRef(false);
  // The router loses a way that is begun while it reads the page anew after something else was sent.
  const quiet = useFetchers().length === 0;
  useEffect(() => {
    wasBusy.current = going && (wasBusy.current || busy);
    if (!going || busy || !quiet) return;
    if (!changed) void navigate(`/sets/${setId}/publish`);
    // It was sent and is not saved: the page says why.
    if (!changed || (wasBusy.current && refused)) setGoing(false);
  }, [going, busy, quiet, changed, refused, navigate, setId]);
  const onDone = useCallback(() => void revalidate(), [revalidate]);
  return (
    <section aria-labelledby="editions" className="space-y-3 rounded-lg border border-line bg-panel p-4">
      <h2 id="editions" className="font-semibold font-serif text-base">
        Editions
      </h2>
      {pending && <PublicationProgress key={pending.id} begun={pending} onDone={onDone} />}
      <EditionList editions={editions} />
      <Button
        kind="act"
        className="h-8.5 w-full"
        disabled={busy || empty}
        onClick={() => {
          if (changed) onSave();
          setGoing(true);
        }}
      >
        {busy ? "Saving…" : "Publish…"}
      </Button>
    </section>
  );
}

/** The editions of a set, each with a way to take it back. */
function EditionList({ editions }: { editions: readonly EditionEntry[] }) {
  const [leaving, setLeaving] = useState<EditionEntry>();
  if (editions.length === 0)
    return (
      <p className="text-soft">
        None yet. An edition gets a public page, a specimen and a package, and never changes afterwards.
      </p>
    );
  return (
    <>
      <ul>
        {editions.map((edition) => (
          <li key={edition.id} className="flex items-center gap-2">
            <Link to={`/editions/${edition.id}`} className="font-mono text-act underline underline-offset-4">
              {edition.version}
            </Link>
            {edition.kind === "sampler" && <span className="text-soft">sampler</span>}
            <span className="ml-auto text-soft">
              {edition.withdrawnAt ? `withdrawn ${day(edition.withdrawnAt)}` : day(edition.publishedAt)}
            </span>
            {!edition.withdrawnAt && edition.kind === "full" && (
              <Tool aria-label={`Withdraw edition ${edition.version}`} onClick={() => setLeaving(edition)}>
                withdraw
              </Tool>
            )}
          </li>
        ))}
      </ul>
      <Dialog
        open={leaving !== undefined}
        onClose={() => setLeaving(undefined)}
        title={`Withdraw edition ${leaving?.version ?? ""}`}
        says="Its page will say that it is withdrawn, with your reason; nobody can take it any more. Those who have it keep it. This is for good."
      >
        <Form
          method="post"
          action={`/editions/${leaving?.id}/withdraw`}
          className="space-y-3"
          onSubmit={() => setLeaving(undefined)}
        >
          <Field label="Why, for those who look for it" name="why" maxLength={300} />
          <div className="flex justify-end gap-2">
            <Button onClick={() => setLeaving(undefined)}>Keep it published</Button>
            <Button kind="danger" type="submit">
              Withdraw it
            </Button>
          </div>
        </Form>
      </Dialog>
    </>
  );
}
