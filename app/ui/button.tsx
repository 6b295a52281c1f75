import { Slot } from "radix-ui";
import type { ComponentProps } from "react";

type Kind = "plain" | "act" | "danger" | "quiet";

const kinds: Record<Kind, string> = {
  plain: "border border-line bg-raised text-ink hover:border-edge",
  act: "border border-act bg-act text-act-ink hover:brightness-110",
  danger: "border border-danger text-danger bg-raised hover:brightness-95",
  quiet: "border border-transparent text-soft hover:text-ink",
};

/** A button in one of the house's four kinds; with `asChild` it lends its look to a link. */
export function Button({
  kind = "plain",
  asChild,
  className = "",
  ...rest
}: ComponentProps<"button"> & { kind?: Kind; asChild?: boolean }) {
  const Tag = asChild ? Slot.Root : "button";
  return (
    <Tag
      {...(asChild ? {} : { type: rest.type ?? "button" })}
      {...rest}
      className={`inline-flex h-7.5 items-center justify-center gap-1.5 whitespace-nowrap rounded-md px-3 font-medium disabled:opacity-45 pointer-coarse:h-10 ${kinds[kind]} ${className}`}
    />
  );
}
