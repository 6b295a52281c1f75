import { isOlder } from "@core/release";
import type { Access } from "@server/editions/repository";
import { useMemo, useState } from "react";
import { z } from "zod";
import { useKeptDraft } from "~/keeping/use-kept-draft";
import { Button } from "~/ui/button";
import { Field, TextArea } from "~/ui/field";
import { Segments } from "~/ui/segments";
import type { PublishAsk } from "./publish.server";

interface Props {
  readonly setId: string;
  readonly proposal: { readonly version: string; readonly why: string };
  /** The newest version that is published. */
  readonly last: string | undefined;
  /** Who may have the newest edition: that stands until its maker says otherwise. */
  readonly lastAccess: Access | undefined;
  readonly sampler: readonly string[];
  /** Why it cannot be published now. */
  readonly stopped: boolean;
  readonly busy: boolean;
  readonly onPublish: (ask: Pick<PublishAsk, "version" | "note" | "access">) => void;
}

const keptSchema = z.object({ note: z.string().max(2000), access: z.enum(["open", "voucher"]) });
const accesses = ["open", "voucher"] as const satisfies readonly Access[];
const names: Record<Access, string> = { open: "everybody", voucher: "those with a voucher" };

/** What a maker decides about an edition, and the word that it is for good. */
export function PublishForm({ setId, proposal, last, lastAccess, sampler, stopped, busy, onPublish }: Props) {
  const [version, setVersion] = useState(proposal.version);
  const [note, setNote] = useState("");
  const usual = lastAccess ?? "open";
  const [access, setAccess] = useState<Access>(usual);
  const [sure, setSure] = useState(false);
  const kept = useMemo(() => (note === "" && access === usual ? undefined : { note, access }), [note, access, usual]);
  useKeptDraft(
    `publish ${setId} after ${last}`,
    kept,
    (found) => keptSchema.safeParse(found).data,
    (found) => {
      setNote(found.note);
      setAccess(found.access);
    },
  );
  const wellFormed = /^\d+\.\d+\.\d+$/.test(version);
  const isNewer = wellFormed && (last === undefined || isOlder(last, version));
  return (
    <form
      className="space-y-3"
      onSubmit={(event) => {
        event.preventDefault();
        onPublish({ version, note: note.trim(), access });
      }}
    >
      <Field
        label="Version"
        hint={
          version === proposal.version
            ? proposal.why
            : !wellFormed
              ? "Three numbers with dots between them, like 1.0.0."
              : !isNewer
                ? `It has to be higher than ${last}, which is published.`
                : `${proposal.version} is proposed: ${proposal.why}`
        }
        value={version}
        inputMode="decimal"
        onChange={(event) => setVersion(event.target.value)}
      />
      <TextArea
        label="What is new"
        hint="In your own words; it stands above the list of changes, on the page and in the package."
        rows={3}
        maxLength={2000}
        value={note}
        onChange={(event) => setNote(event.target.value)}
      />
      <div className="space-y-1">
        <p className="text-[13px] text-soft">Who may have it</p>
        <Segments
          label="Who may have it"
          name="access"
          options={accesses}
          names={names}
          value={access}
          onPick={setAccess}
        />
        {lastAccess && access !== lastAccess && (
          <p role="status" className="text-[13px] text-danger">
            Edition {last} is for {names[lastAccess]}; this one would be for {names[access]}.
          </p>
        )}
        <p className="text-[13px] text-soft">
          {sampler.length > 0
            ? `A sampler goes out beside it, for everybody: ${sampler.join(", ")}.`
            : access === "voucher"
              ? "No brush is marked for a sampler: nobody can try it without a voucher but on its page."
              : "No brush is marked for a sampler."}
        </p>
      </div>
      <label className="flex items-start gap-2">
        <input
          type="checkbox"
          className="mt-1 size-4 accent-act"
          checked={sure}
          onChange={(event) => setSure(event.target.checked)}
        />
        <span>This is for good: an edition never changes. It can be withdrawn, and those who have it keep it.</span>
      </label>
      <Button kind="act" type="submit" className="h-8.5 w-full" disabled={!sure || !isNewer || stopped || busy}>
        {busy ? "Asking…" : `Publish ${version}`}
      </Button>
    </form>
  );
}
