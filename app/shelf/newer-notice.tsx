import type { Newer } from "@server/editions/renew";
import { Link, useFetcher } from "react-router";
import { Button } from "~/ui/button";
import type { action } from "./actions.server";

/** The name of what renews, on this page. */
export const RENEWING = "renewing";

/** Says that newer editions of sets on this shelf are out, and renews what came from an older one. */
export function NewerNotice({ newer }: { newer: readonly Newer[] }) {
  return (
    <ul className="mb-3 space-y-2">
      {newer.map((one) => (
        <NewerLine key={one.edition.id} {...one} />
      ))}
    </ul>
  );
}

function NewerLine({ edition, has }: Newer) {
  // The page tells what was done when this line is gone.
  const fetcher = useFetcher<typeof action>({ key: RENEWING });
  return (
    <li className="flex flex-wrap items-center gap-3 rounded-md border border-act bg-act-wash px-3.5 py-2">
      <p className="min-w-0 flex-1">
        A newer edition of <span className="font-semibold font-serif">{edition.name}</span> by {edition.studio} is out:{" "}
        <Link to={`/editions/${edition.id}`} className="font-mono text-act underline underline-offset-4">
          {edition.version}
        </Link>
        ; you have <span className="font-mono">{has}</span>. What you left untouched is replaced, what you changed
        stays.
      </p>
      {fetcher.data && "fault" in fetcher.data && (
        <span role="alert" className="text-danger">
          {fetcher.data.fault}
        </span>
      )}
      <fetcher.Form method="post">
        <input type="hidden" name="act" value="renew" />
        <Button kind="act" type="submit" name="edition" value={edition.id} disabled={fetcher.state !== "idle"}>
          {fetcher.state === "idle" ? "Renew" : "Renewing…"}
        </Button>
      </fetcher.Form>
    </li>
  );
}
