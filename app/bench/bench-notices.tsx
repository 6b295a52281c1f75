import type { ReactNode } from "react";
import { Link } from "react-router";
import { Button } from "~/ui/button";

interface Props {
  readonly id: string;
  /** The name under which the brush has just been saved as a new one. */
  readonly arrived: string | undefined;
  /** Set while an earlier draft is on the bench: what it was begun from, and what the shelf has. */
  readonly draft: { readonly revision: number; readonly newest: number } | undefined;
  readonly onDropDraft: () => void;
  readonly fault: string | undefined;
  /** Whether the server cannot be reached. */
  readonly offline: boolean;
}

/** What the maker should know about what is on the bench. */
export function BenchNotices({ id, arrived, draft, onDropDraft, fault, offline }: Props) {
  return (
    <>
      {arrived && (
        <p role="status" className="rounded-md border border-act bg-act-wash px-3 py-1.5">
          Saved as a new brush, “{arrived}”. It stands first on{" "}
          <Link to={`/shelf?new=${id}`} className="text-act underline underline-offset-4">
            your shelf
          </Link>
          ; the brush it was made from is as it was.
        </p>
      )}
      {draft && (
        <Notice>
          <span>
            This is your draft, kept in this browser
            {draft.revision === draft.newest
              ? ""
              : ` and begun from revision ${draft.revision}; the shelf has revision ${draft.newest} now`}
            .
          </span>
          <Button kind="quiet" className="h-7 text-act" onClick={onDropDraft}>
            Go back to what is saved
          </Button>
        </Notice>
      )}
      {offline && (
        <Notice>
          There is no network. You can go on: what you change is kept in this browser, and can be saved when the network
          is back.
        </Notice>
      )}
      {fault && (
        <p role="alert" className="rounded-md border border-danger px-3 py-1.5 text-danger">
          Not saved: {fault}
        </p>
      )}
    </>
  );
}

function Notice({ children }: { children: ReactNode }) {
  return (
    <p role="status" className="flex flex-wrap items-center gap-x-3 rounded-md border border-line bg-panel px-3 py-1">
      {children}
    </p>
  );
}
