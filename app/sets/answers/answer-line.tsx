import type { Answer, answerActSchema } from "@server/answers/repository";
import { useState } from "react";
import { Link, useFetcher } from "react-router";
import type { z } from "zod";
import { Button } from "~/ui/button";
import { box } from "~/ui/settings/box";
import { day } from "~/ui/words";
import type { action } from "./answer-route";

/** A brush of the set. */
export interface MemberBrush {
  readonly id: string;
  readonly name: string;
}

/** One painter's answer: their stroke on the bench, a reply that all may read, done, put away. */
export function AnswerLine({ answer, brush }: { readonly answer: Answer; readonly brush: MemberBrush | undefined }) {
  const { id, kind, says, from, madeAt, stroke, read, reply, done, hidden } = answer;
  const fetcher = useFetcher<typeof action>();
  const [writes, setWrites] = useState(false);
  const [text, setText] = useState(reply);
  const act = (asked: z.input<typeof answerActSchema>) =>
    void fetcher.submit(JSON.stringify(asked), {
      method: "post",
      action: `/answers/${id}`,
      encType: "application/json",
    });
  const busy = fetcher.state !== "idle";
  return (
    <li className="py-1.5">
      <p className={read ? "" : "font-medium"}>
        {kind}
        {says && `: “${says}”`}
      </p>
      <p className="text-[12.5px] text-soft">
        {from ?? "a painter"} · {day(madeAt)}
        {stroke && brush && (
          <>
            {" · "}
            <Link to={`/bench/${brush.id}?answer=${id}`} className="text-act underline underline-offset-4">
              their stroke, on the bench
            </Link>
          </>
        )}
        {stroke && (
          <>
            {" · "}
            <a href={`/answers/${id}/stroke.inkml`} download className="underline underline-offset-4">
              as InkML
            </a>
          </>
        )}
      </p>
      {reply && !writes && (
        <p className="pl-4">
          <span className="text-soft">you:</span> {reply}
        </p>
      )}
      {writes ? (
        <form
          className="mt-1 flex gap-1.5"
          onSubmit={(event) => {
            event.preventDefault();
            act({ act: "reply", reply: text });
            setWrites(false);
          }}
        >
          <input
            aria-label="Your reply"
            className={`${box} h-7 min-w-0 flex-1`}
            maxLength={500}
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
          <Button type="submit" className="h-7">
            Reply
          </Button>
        </form>
      ) : (
        <p className="flex flex-wrap gap-x-2 text-[13px]">
          <Button kind="quiet" className="h-6 px-0" disabled={busy} onClick={() => setWrites(true)}>
            {reply ? "Change the reply" : "Reply, for all to read"}
          </Button>
          <Button kind="quiet" className="h-6 px-1" disabled={busy} onClick={() => act({ act: "done", on: !done })}>
            {done ? "Open again" : "Done"}
          </Button>
          <Button kind="quiet" className="h-6 px-1" disabled={busy} onClick={() => act({ act: "hide", on: !hidden })}>
            {hidden ? "Bring back" : "Put away"}
          </Button>
        </p>
      )}
      {fetcher.data && "fault" in fetcher.data && (
        <p role="alert" className="text-[13px] text-danger">
          {fetcher.data.fault}
        </p>
      )}
    </li>
  );
}
