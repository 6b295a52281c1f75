import type { findRenewal, Renewed } from "@server/renewals/record";
import { useFetcher } from "react-router";
import { Button } from "~/ui/button";
import type { action } from "./undo-route";

/** What a renewal has done, with the way back. */
export function RenewedNotice({ renewed }: { renewed: NonNullable<Awaited<ReturnType<typeof findRenewal>>> }) {
  const undo = useFetcher<typeof action>();
  const answer = undo.data;
  return (
    <div
      role="status"
      className="mb-3 flex flex-wrap items-center gap-3 rounded-md border border-line bg-panel px-3.5 py-2"
    >
      <p className="min-w-0 flex-1">
        {answer && "fault" in answer
          ? answer.fault
          : answer
            ? `Taken back: ${answer.back.join(", ") || "nothing had changed"}.${answer.left.length > 0 ? ` You changed these since, and they stay: ${answer.left.join(", ")}.` : ""}`
            : renewed.undone
              ? "This renewal was taken back."
              : renewalSays(renewed)}
      </p>
      {!renewed.undone && !answer && (
        <undo.Form method="post" action={`/renewals/${renewed.id}/undo`}>
          <Button type="submit" className="h-7" disabled={undo.state !== "idle"}>
            Take it back
          </Button>
        </undo.Form>
      )}
    </div>
  );
}

function renewalSays({ replaced, merged, kept, added, gone }: Renewed): string {
  const said = (names: readonly string[], what: string) =>
    names.length > 0 ? `${what}: ${names.join(", ")}.` : undefined;
  const all = [
    said(replaced, "Replaced"),
    said(merged, "Merged"),
    said(kept, "Changed by you, and left so"),
    said(added, "New"),
    said(gone, "No longer in the set, and left with you"),
  ].filter(Boolean);
  return all.length > 0 ? `Renewed. ${all.join(" ")}` : "Renewed: no brush of it has changed.";
}
