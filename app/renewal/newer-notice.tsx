import type { Newer } from "@server/renewals/newer";
import { Link } from "react-router";
import { Button } from "~/ui/button";

/** Says that newer editions of sets on this shelf are out. */
export function NewerNotice({ newer }: { newer: readonly Newer[] }) {
  return (
    <ul className="mb-3 space-y-2">
      {newer.map(({ edition, has }) => (
        <li
          key={edition.id}
          className="flex flex-wrap items-center gap-3 rounded-md border border-act bg-act-wash px-3.5 py-2"
        >
          <p className="min-w-0 flex-1">
            A newer edition of <span className="font-semibold font-serif">{edition.name}</span> by {edition.studio} is
            out:{" "}
            <Link to={`/editions/${edition.id}`} className="font-mono text-act underline underline-offset-4">
              {edition.version}
            </Link>
            ; you have <span className="font-mono">{has}</span>. What you changed stays yours.
          </p>
          <Button kind="act" asChild>
            <Link to={`/renew/${edition.id}`}>See what is new</Link>
          </Button>
        </li>
      ))}
    </ul>
  );
}
