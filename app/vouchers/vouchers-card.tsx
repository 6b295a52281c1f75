import { useEffect, useState } from "react";
import { useFetcher } from "react-router";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { counted, day } from "~/ui/words";
import type { action, loader } from "./set-route";

/** The vouchers of a set: which are free, which were used by whom, and more of them. */
export function VouchersCard({ setId }: { readonly setId: string }) {
  const list = useFetcher<typeof loader>();
  const maker = useFetcher<typeof action>();
  const [open, setOpen] = useState(false);
  const [till, setTill] = useState<boolean>();
  const address = `/sets/${setId}/vouchers`;
  const { load } = list;
  useEffect(() => {
    if (open) void load(address);
  }, [open, load, address]);
  const vouchers = list.data?.vouchers;
  const free = vouchers?.filter(({ usedAt }) => usedAt === null) ?? [];
  return (
    <section aria-labelledby="vouchers" className="space-y-2 rounded-lg border border-line bg-panel p-4">
      <div className="flex items-center">
        <h2 id="vouchers" className="font-semibold font-serif text-base">
          Vouchers
        </h2>
        <Button kind="quiet" className="ml-auto h-6 px-1" aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? "Put away" : "Show"}
        </Button>
      </div>
      {!open ? (
        <p className="text-[13px] text-soft">
          Codes for editions that are not for everybody; each opens the set to one painter.
        </p>
      ) : (
        <>
          <maker.Form method="post" action={address} className="flex flex-wrap items-center gap-1.5">
            <input
              type="number"
              name="count"
              min={1}
              max={100}
              defaultValue={5}
              aria-label="How many vouchers"
              className={`${box} h-7 w-16`}
            />
            <input
              name="note"
              maxLength={80}
              placeholder="for whom"
              aria-label="For whom they are"
              className={`${box} h-7 min-w-24 flex-1`}
            />
            <Button type="submit" className="h-7" disabled={maker.state !== "idle"}>
              Make
            </Button>
          </maker.Form>
          {maker.data && "fault" in maker.data && (
            <p role="alert" className="text-[13px] text-danger">
              {maker.data.fault}
            </p>
          )}
          {list.data?.till !== undefined && (
            <label className="flex items-start gap-2 text-[13px]">
              <input
                type="checkbox"
                className="mt-0.5 size-4 accent-act"
                checked={till ?? list.data.till}
                onChange={({ target: { checked } }) => {
                  setTill(checked);
                  void maker.submit({ till: checked ? "1" : "0" }, { method: "post", action: address });
                }}
              />
              <span>The demo’s test checkout hands out a code to whoever asks; no money is taken.</span>
            </label>
          )}
          {vouchers === undefined ? (
            <p className="text-soft">Fetching them…</p>
          ) : vouchers.length === 0 ? (
            <p className="text-soft">None yet.</p>
          ) : (
            <>
              <p className="text-[13px] text-soft" role="status">
                {counted(free.length, "is free", "are free")}, {vouchers.length - free.length} used
              </p>
              <ul className="max-h-72 divide-y divide-line overflow-y-auto">
                {vouchers.map(({ code, note, madeBy, usedBy, usedAt }) => (
                  <li key={code} className="py-1">
                    <span className={`font-mono text-[13px] ${usedAt ? "text-soft line-through" : ""}`}>{code}</span>
                    <span className="block text-[12.5px] text-soft">
                      {usedAt ? `used by ${usedBy ?? "somebody who is gone"}, ${day(usedAt)}` : "free"}
                      {madeBy === "till" ? " · from the test checkout" : note && ` · ${note}`}
                    </span>
                  </li>
                ))}
              </ul>
            </>
          )}
        </>
      )}
    </section>
  );
}
