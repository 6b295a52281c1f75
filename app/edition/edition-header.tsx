import { licences, type SetFile } from "@core/formats/package";
import type { EditionEntry } from "@server/editions/repository";
import { Download } from "lucide-react";
import { Form, Link } from "react-router";
import { Button } from "~/ui/button";
import { counted, day, size } from "~/ui/words";

interface Props {
  readonly edition: EditionEntry;
  readonly set: SetFile;
  readonly brushes: number;
  /** The sampler that goes out beside it, or the edition that it is the sampler of. */
  readonly sampler: EditionEntry | undefined;
  readonly full: EditionEntry | undefined;
  readonly signedIn: boolean;
}

/** What an edition is, under which licence, and how to take it. */
export function EditionHeader({ edition, set, brushes, sampler, full, signedIn }: Props) {
  const other = sampler ?? full;
  return (
    <header className="flex flex-col gap-3">
      <div className="min-w-0">
        <h1 className="font-medium font-serif text-4xl">{edition.name}</h1>
        <p className="mt-1 text-soft">
          {edition.studio} · edition <span className="font-mono">{edition.version}</span> · {day(edition.publishedAt)} ·{" "}
          {counted(brushes, "brush", "brushes")}
        </p>
        {set.notes && <p className="mt-2 max-w-3xl">{set.notes}</p>}
        <p className="mt-1 text-[13px] text-soft">
          {licences[set.licence].label}: {licences[set.licence].says}
          {set.credits && ` ${set.credits}`}
        </p>
      </div>
      {edition.withdrawnAt ? (
        <p className="rounded-md border border-danger px-3 py-2">
          Withdrawn on {day(edition.withdrawnAt)}
          {edition.withdrawnWhy ? `: ${edition.withdrawnWhy}` : "."} Those who have it keep it.
        </p>
      ) : (
        <div className="flex flex-wrap gap-2">
          {signedIn ? (
            <Form method="post">
              <Button type="submit">Put on my shelf</Button>
            </Form>
          ) : (
            <Button asChild>
              <Link to={`/sign-up?to=${encodeURIComponent(`/editions/${edition.id}`)}`}>Sign up to keep it</Link>
            </Button>
          )}
          <Button kind="act" asChild>
            <a href={`/editions/${edition.id}/package.zip`} download>
              <Download aria-hidden size={15} /> Package, {size(edition.bytes)}
            </a>
          </Button>
        </div>
      )}
      {other && (
        <p className="text-soft">
          {sampler ? "A smaller sampler goes out beside it: " : "This is a sampler of "}
          <Link to={`/editions/${other.id}`} className="text-act underline underline-offset-4">
            {other.name} {other.version}
          </Link>
        </p>
      )}
    </header>
  );
}
