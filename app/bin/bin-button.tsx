import type { Binnable } from "@server/bin/repository";
import { Trash2 } from "lucide-react";
import { useNavigate } from "react-router";
import { Tool } from "~/ui/tool";
import { useBinning } from "./use-binning";

interface Props {
  readonly what: Binnable;
  readonly id: string;
  readonly name: string;
  /** Where to go, where the screen is about it. */
  readonly then?: string;
}

/** Puts something into the bin, from which it can be brought back. */
export function BinButton({ what, id, name, then }: Props) {
  const { busy, put } = useBinning();
  const navigate = useNavigate();
  const bin = () => {
    put(what, id, name);
    if (then) void navigate(then);
  };
  return (
    <span className="relative z-10">
      <Tool label={`Put ${name} into the bin`} disabled={busy} onClick={bin}>
        <Trash2 aria-hidden size={15} />
      </Tool>
    </span>
  );
}
