import type { EditionEntry } from "@server/editions/repository";
import { useState } from "react";
import { Form, Link } from "react-router";
import { Button } from "~/ui/button";
import { Dialog } from "~/ui/dialog";
import { Field } from "~/ui/field";
import { Tool } from "~/ui/tool";
import { day } from "~/ui/words";

/** The editions of a set, each with a way to take it back. */
export function EditionList({ editions }: { editions: readonly EditionEntry[] }) {
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
            <Button onClick={() => setLeaving(undefined)}>Leave it out</Button>
            <Button kind="danger" type="submit">
              Withdraw it
            </Button>
          </div>
        </Form>
      </Dialog>
    </>
  );
}
