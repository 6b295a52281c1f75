import { X } from "lucide-react";
import { Link } from "react-router";
import { Tool } from "~/ui/tool";

/** A place in a set whose brush is not on the shelf: nothing goes out before it is back, or taken out of the set. */
export function LostLine({ onRemove }: { readonly onRemove: () => void }) {
  return (
    <li className="flex items-center gap-2 border-line border-b py-2 pr-2 pl-7 text-danger">
      <span>
        A brush that is not on your shelf any more: bring it back from{" "}
        <Link to="/bin" className="underline underline-offset-4">
          the bin
        </Link>
        , or take it out of the set.
      </span>
      <span className="ml-auto">
        <Tool label="Take the lost brush out of the set" onClick={onRemove}>
          <X aria-hidden size={15} />
        </Tool>
      </span>
    </li>
  );
}
