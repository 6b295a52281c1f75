import { licences, type SetFile } from "@core/formats/package";
import type { EditionEntry } from "@server/editions/repository";
import { Download, Printer } from "lucide-react";
import { Link } from "react-router";
import { Button } from "~/ui/button";
import { Popover } from "~/ui/popover";
import { counted, day, size } from "~/ui/words";
import { VoucherBox } from "~/vouchers/voucher-box";
import { CopyLink } from "./copy-link";
import { OtherEditions } from "./other-editions";
import { type OnShelf, TakeSet } from "./take-set";

interface Props {
  readonly edition: EditionEntry;
  readonly set: SetFile;
  readonly brushes: number;
  /** The sampler that goes out beside it, or the edition that it is the sampler of. */
  readonly sampler: EditionEntry | undefined;
  readonly full: EditionEntry | undefined;
  readonly versions: readonly { readonly id: string; readonly version: string }[];
  readonly makerId: string | undefined;
  /** What changed from edition to edition, as the package says it. */
  readonly changes: string;
  readonly mayHave: boolean;
  readonly shelf: OnShelf | undefined;
  readonly signedIn: boolean;
  /** Whether there is a stand-in for a shop's till here. */
  readonly till: boolean;
}

/** What an edition is, under which licence, and how to take it. */
export function EditionHeader({
  edition,
  set,
  brushes,
  sampler,
  full,
  versions,
  makerId,
  changes,
  mayHave,
  shelf,
  signedIn,
  till,
}: Props) {
  return (
    <header className="flex flex-col gap-3">
      <div className="min-w-0">
        <h1 className="font-medium font-serif text-4xl">{edition.name}</h1>
        <p className="mt-1 text-soft">
          {makerId ? (
            <Link to={`/makers/${makerId}`} className="underline underline-offset-4 hover:text-ink">
              {edition.studio}
            </Link>
          ) : (
            edition.studio
          )}{" "}
          · edition <span className="font-mono">{edition.version}</span> · {day(edition.publishedAt)} ·{" "}
          {counted(brushes, "brush", "brushes")}
        </p>
        {set.notes && <p className="mt-2 max-w-3xl">{set.notes}</p>}
        {edition.note && (
          <p className="mt-2 max-w-3xl whitespace-pre-line">
            <span className="font-medium">New in {edition.version}:</span> {edition.note}
          </p>
        )}
        <p className="mt-1 text-[13px] text-soft">
          {licences[set.licence].label}: {licences[set.licence].says}
          {set.credits && ` ${set.credits}`}
        </p>
      </div>
      {edition.withdrawnAt ? (
        <div className="flex flex-col items-start gap-2">
          <p className="rounded-md border border-danger px-3 py-2">
            Withdrawn on {day(edition.withdrawnAt)}
            {edition.withdrawnWhy && `: “${edition.withdrawnWhy}”`}. It is shown to those alone who have it, as you do.
          </p>
          <PackageLink edition={edition} kind="plain" />
        </div>
      ) : (
        <>
          {!mayHave && <VoucherBox editionId={edition.id} signedIn={signedIn} till={till} />}
          <div className="flex flex-wrap gap-2 print:hidden">
            {mayHave && <TakeSet editionId={edition.id} shelf={shelf} newest={versions[0]} signedIn={signedIn} />}
            {mayHave && <PackageLink edition={edition} kind={signedIn ? "plain" : "act"} />}
            {changes && (
              <Popover
                label="What changed from edition to edition"
                className="w-[min(40rem,90vw)]"
                trigger={<Button>What changed</Button>}
              >
                <pre className="whitespace-pre-wrap font-sans text-[13px]">{changes.replace(/^# Changes\s*/, "")}</pre>
              </Popover>
            )}
            <CopyLink />
            <Button onClick={() => window.print()}>
              <Printer aria-hidden size={15} /> Print the specimen
            </Button>
          </div>
        </>
      )}
      <p className="text-soft empty:hidden print:hidden">
        {sampler && (
          <>
            A sampler goes out beside it, free for all:{" "}
            <EditionLink edition={sampler} says={counted(sampler.brushes, "brush", "brushes")} />{" "}
          </>
        )}
        {full && (
          <>
            This is a sampler of{" "}
            <EditionLink edition={full} says={`${full.version}, ${counted(full.brushes, "brush", "brushes")}`} />{" "}
          </>
        )}
        <OtherEditions versions={versions.filter(({ id }) => id !== edition.id)} />
      </p>
    </header>
  );
}

function PackageLink({ edition, kind }: { readonly edition: EditionEntry; readonly kind: "plain" | "act" }) {
  return (
    <Button kind={kind} asChild>
      <a href={`/editions/${edition.id}/package.zip`} download>
        <Download aria-hidden size={15} /> Package, {size(edition.bytes)}
      </a>
    </Button>
  );
}

function EditionLink({ edition, says }: { readonly edition: EditionEntry; readonly says: string }) {
  return (
    <>
      <Link to={`/editions/${edition.id}`} className="text-act underline underline-offset-4">
        {edition.name}
      </Link>
      , {says}.
    </>
  );
}
