import { Link } from "react-router";
import { day } from "~/ui/words";
import { OtherEditions } from "./other-editions";

/** What is told of a withdrawn edition to those who do not have it. */
export interface Gone {
  readonly name: string;
  readonly studio: string;
  readonly version: string;
  readonly withdrawnAt: Date;
  /** In its maker's words. */
  readonly why: string;
  readonly makerId: string | undefined;
  /** Editions of the same set that are out. */
  readonly versions: readonly { readonly id: string; readonly version: string }[];
}

/** An edition that is not there any more: that it was, why it is gone, and where to go on. */
export function GoneEdition({ name, studio, version, withdrawnAt, why, makerId, versions }: Gone) {
  return (
    <main className="mx-auto max-w-3xl px-4.5 py-10">
      <h1 className="font-medium font-serif text-4xl">{name}</h1>
      <p className="mt-1 text-soft">
        {studio} · edition <span className="font-mono">{version}</span>
      </p>
      <p className="mt-5 rounded-md border border-danger px-3 py-2">
        Withdrawn by its maker on {day(withdrawnAt)}
        {why && `: “${why}”`}. Those who have it keep it: sign in to see it.
      </p>
      <p className="mt-4 flex flex-wrap gap-x-5 gap-y-2">
        <OtherEditions versions={versions} />
        {makerId && (
          <Link to={`/makers/${makerId}`} className="text-act underline underline-offset-4">
            Other sets by {studio}
          </Link>
        )}
        <Link to="/outlet" className="text-act underline underline-offset-4">
          The outlet
        </Link>
      </p>
    </main>
  );
}
