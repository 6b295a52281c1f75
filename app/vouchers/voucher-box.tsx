import { Link, useFetcher } from "react-router";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import type { action as till } from "./till-route";
import type { action as use } from "./use-route";

interface Props {
  readonly editionId: string;
  readonly signedIn: boolean;
  /** Whether there is a stand-in for a shop's till here. */
  readonly till: boolean;
}

/** How one comes to have an edition that is not for everybody: a code, or the stand-in for a till. */
export function VoucherBox({ editionId, signedIn, till: hasTill }: Props) {
  const using = useFetcher<typeof use>();
  const buying = useFetcher<typeof till>();
  const receipt = buying.data && "receipt" in buying.data ? buying.data.receipt : undefined;
  const fault =
    (using.data && "fault" in using.data && using.data.fault) ||
    (buying.data && "fault" in buying.data && buying.data.fault);
  return (
    <section aria-label="Voucher" className="max-w-xl space-y-2 rounded-md border border-line bg-panel px-3.5 py-3">
      <p>This edition is kept for those with a voucher.</p>
      {!signedIn ? (
        <p>
          <Link
            to={`/sign-in?to=${encodeURIComponent(`/editions/${editionId}`)}`}
            className="text-act underline underline-offset-4"
          >
            Sign in
          </Link>{" "}
          to use one{hasTill ? ", or to get one at the test checkout" : ""}.
        </p>
      ) : (
        <>
          <using.Form method="post" action={`/editions/${editionId}/voucher`} className="flex flex-wrap gap-2">
            <input
              key={receipt?.code}
              name="code"
              required
              aria-label="The voucher’s code"
              placeholder="7KQ2-M0XD-4TWB-9ZRC"
              defaultValue={receipt?.code ?? ""}
              autoComplete="off"
              spellCheck={false}
              className={`${box} h-8 w-60 font-mono`}
            />
            <Button type="submit" kind={receipt ? "act" : "plain"} disabled={using.state !== "idle"}>
              Use it
            </Button>
          </using.Form>
          {!hasTill ? null : receipt ? (
            <div
              role="status"
              className="rounded border border-line border-dashed bg-raised px-3 py-2 font-mono text-[13px]"
            >
              <p>RECEIPT of the test checkout</p>
              <p>
                {receipt.name} {receipt.version}, {receipt.studio}
              </p>
              <p>
                {receipt.at.slice(0, 16).replace("T", " ")} UTC · code {receipt.code}
              </p>
              <p>paid: nothing. No money was taken: this checkout stands in for a shop’s.</p>
            </div>
          ) : (
            <buying.Form
              method="post"
              action={`/editions/${editionId}/till`}
              className="flex flex-wrap items-center gap-2"
            >
              <Button type="submit" disabled={buying.state !== "idle"}>
                Get one at the test checkout
              </Button>
              <span className="text-[13px] text-soft">It gives a code and a receipt, and takes no money.</span>
            </buying.Form>
          )}
          {fault && (
            <p role="alert" className="text-danger">
              {fault}
            </p>
          )}
        </>
      )}
    </section>
  );
}
