import { Trash2 } from "lucide-react";
import { useFetcher } from "react-router";
import { Tool } from "./tool";

interface Props {
  readonly what: "brushes" | "sets";
  readonly id: string;
  readonly name: string;
}

/** Puts something into the bin, from which it can be brought back. */
export function BinButton({ what, id, name }: Props) {
  const fetcher = useFetcher();
  return (
    <fetcher.Form method="post" action="/bin" className="relative z-10">
      <input type="hidden" name="act" value="put" />
      <input type="hidden" name="what" value={what} />
      <Tool type="submit" name="id" value={id} label={`Put ${name} into the bin`} disabled={fetcher.state !== "idle"}>
        <Trash2 aria-hidden size={15} />
      </Tool>
    </fetcher.Form>
  );
}
