import { useState } from "react";
import { Link, useFetcher } from "react-router";
import type { action } from "~/shelf/actions.server";
import { Button } from "~/ui/button";
import { useEscape } from "~/ui/use-escape";
import { counted } from "~/ui/words";

/** The way from a desk to the shelf, for files that belong there. */
export interface ShelfWay {
  readonly busy: boolean;
  readonly answer: ReturnType<typeof useFetcher<typeof action>>["data"];
  readonly send: (files: readonly File[]) => void;
}

export function useToShelf(): ShelfWay {
  const fetcher = useFetcher<typeof action>();
  return {
    busy: fetcher.state !== "idle",
    answer: fetcher.data,
    send: (files) => {
      const form = new FormData();
      for (const file of files) form.append("file", file);
      void fetcher.submit(form, { method: "post", action: "/shelf", encType: "multipart/form-data" });
    },
  };
}

/** Says what came onto the shelf from the desk. */
export function ToShelf({ busy, answer }: ShelfWay) {
  const [gone, setGone] = useState<typeof answer>();
  const shown = busy || (answer !== undefined && answer !== gone);
  useEscape(shown, () => setGone(answer));
  if (!shown) return null;
  return (
    <div
      role="status"
      className="fixed inset-x-0 bottom-4 z-40 mx-auto flex w-fit max-w-[92vw] items-center gap-3 rounded-lg border border-line bg-panel px-4 py-2 shadow-xl"
    >
      {busy || !answer ? (
        "Reading…"
      ) : "fault" in answer ? (
        <span className="text-danger">{answer.fault} Nothing was changed.</span>
      ) : "taken" in answer ? (
        <span>
          {answer.taken.join(", ")}: {counted(answer.ids.length, "brush", "brushes")} on your{" "}
          <Link className="underline underline-offset-4" to={`/shelf?${answer.ids.map((id) => `new=${id}`).join("&")}`}>
            shelf
          </Link>
          .{answer.faults.length > 0 && <span className="text-danger"> Not taken: {answer.faults.join(" ")}</span>}
        </span>
      ) : null}
      <Button kind="quiet" className="h-7 px-1" onClick={() => setGone(answer)}>
        Hide this
      </Button>
    </div>
  );
}
