import type { ComponentProps } from "react";

/** A small button in a row of such: words, or a sign with a label. */
export function Tool({
  label,
  className = "",
  ...rest
}: Omit<ComponentProps<"button">, "aria-label"> & { readonly label?: string }) {
  return (
    <button
      type="button"
      aria-label={label}
      title={label}
      {...rest}
      className={`inline-flex h-[24px] items-center justify-center gap-1 rounded px-1.5 text-soft hover:text-ink disabled:opacity-45 aria-pressed:bg-act aria-pressed:text-act-ink pointer-coarse:h-10 pointer-coarse:px-2.5 ${className}`}
    />
  );
}
