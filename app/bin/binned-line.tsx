import type { BinnedThing } from "@server/bin/repository";
import { useFetcher } from "react-router";
import { Button } from "~/ui/button";
import { day } from "~/ui/words";
import type { action } from "./actions.server";
import { called } from "./called";

/**
 * What lies in the bin, with its way back: by a request of its own, so that whoever goes to another page meanwhile finds it
 * there, and does not stop it on its way.
 */
export function BinnedLine({ what, id, name, binnedAt }: BinnedThing) {
  const back = useFetcher<typeof action>({ key: `back ${id}` });
  return (
    <li className="flex items-center gap-4 px-4 py-2">
      <span className="min-w-0 flex-1 truncate font-medium font-serif text-base">{name}</span>
      <span className="text-soft">
        {called[what]} · {day(binnedAt)}
      </span>
      <back.Form method="post">
        <input type="hidden" name="act" value="back" />
        <input type="hidden" name="what" value={what} />
        <Button type="submit" name="id" value={id} disabled={back.state !== "idle"} aria-label={`Bring back ${name}`}>
          Bring back
        </Button>
      </back.Form>
    </li>
  );
}
