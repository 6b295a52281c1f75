import { Link, useFetcher } from "react-router";
import { Button } from "~/ui/button";
import { counted } from "~/ui/words";
import type { action } from "./actions.server";

/** What of a set lies on one's shelf. */
export interface OnShelf {
  readonly versions: readonly string[];
  readonly brushes: number;
  /** Whether some of it came from this very edition. */
  readonly isThis: boolean;
}

interface Props {
  readonly editionId: string;
  readonly shelf: OnShelf | undefined;
  /** The newest edition that is out. */
  readonly newest: { readonly id: string; readonly version: string } | undefined;
  readonly signedIn: boolean;
}

/** The way from an edition's page to one's shelf; what lies there already is said, and renewed rather than doubled. */
export function TakeSet({ editionId, shelf, newest, signedIn }: Props) {
  const taking = useFetcher<typeof action>();
  const fault = taking.data && "fault" in taking.data ? taking.data.fault : undefined;
  const busy = taking.state !== "idle";
  if (!signedIn)
    return (
      <Button asChild>
        <Link to={`/sign-up?to=${encodeURIComponent(`/editions/${editionId}`)}`}>Sign up to keep it</Link>
      </Button>
    );
  const there = shelf && `${counted(shelf.brushes, "brush", "brushes")} of ${shelf.versions.join(", ")} on your shelf`;
  return (
    <>
      {shelf && newest && !shelf.versions.includes(newest.version) && (
        <Button kind="act" asChild>
          <Link to={`/renew/${newest.id}`}>Renew yours to {newest.version}</Link>
        </Button>
      )}
      <taking.Form method="post" className="flex flex-wrap items-center gap-2">
        <input type="hidden" name="again" value={shelf ? "1" : "0"} />
        <Button type="submit" kind={shelf ? "plain" : "act"} disabled={busy} aria-busy={busy}>
          {busy ? "Putting it on your shelf…" : shelf ? "Put it there once more" : "Put on my shelf"}
        </Button>
        {shelf && <span className="text-[13px] text-soft">{there}</span>}
      </taking.Form>
      {fault && (
        <p role="alert" className="basis-full text-danger">
          {fault}
        </p>
      )}
    </>
  );
}
