import { Link2 } from "lucide-react";
import { useState } from "react";
import { Button } from "~/ui/button";

/** Puts the page's address on the clipboard; where a browser does not let it, the address is shown to be taken by hand. */
export function CopyLink() {
  const [done, setDone] = useState<"copied" | "refused">();
  const copy = async () => {
    try {
      await navigator.clipboard.writeText(address());
      setDone("copied");
    } catch {
      setDone("refused");
    }
  };
  return (
    <>
      <Button onClick={copy}>
        <Link2 aria-hidden size={15} /> Copy the link
      </Button>
      <span role="status" className="self-center text-[13px] text-soft empty:hidden">
        {done === "copied" && "Link copied"}
      </span>
      {done === "refused" && (
        <input
          readOnly
          ref={(field) => field?.focus()}
          aria-label="The page’s address"
          value={address()}
          onFocus={(event) => event.currentTarget.select()}
          className="h-8 w-80 rounded-md border border-edge bg-raised px-2.5 font-mono text-[13px]"
        />
      )}
    </>
  );
}

function address(): string {
  return `${location.origin}${location.pathname}`;
}
