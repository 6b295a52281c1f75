import { type ComponentProps, type ReactNode, useId } from "react";

const box = "w-full rounded-md border border-edge bg-raised px-2.5 py-1.5 text-ink placeholder:text-soft";

interface Labelled {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly fault?: string;
}

/** A text field with its label, a hint, and what is wrong with it. */
export function Field({ label, hint, fault, ...rest }: Labelled & ComponentProps<"input">) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      <input id={id} {...rest} aria-invalid={fault ? true : undefined} aria-describedby={hint || fault ? `${id}-says` : undefined} className={box} />
      <Says id={`${id}-says`} hint={hint} fault={fault} />
    </div>
  );
}

export function TextArea({ label, hint, fault, ...rest }: Labelled & ComponentProps<"textarea">) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      <textarea id={id} rows={3} {...rest} aria-describedby={hint || fault ? `${id}-says` : undefined} className={box} />
      <Says id={`${id}-says`} hint={hint} fault={fault} />
    </div>
  );
}

export function Choice({ label, hint, fault, children, ...rest }: Labelled & ComponentProps<"select">) {
  const id = useId();
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      <select id={id} {...rest} aria-describedby={hint || fault ? `${id}-says` : undefined} className={box}>
        {children}
      </select>
      <Says id={`${id}-says`} hint={hint} fault={fault} />
    </div>
  );
}

function Says({ id, hint, fault }: { id: string; hint?: ReactNode; fault?: string }) {
  if (!hint && !fault) return null;
  return (
    <p id={id} className={`mt-1 text-[13px] ${fault ? "text-danger" : "text-soft"}`}>
      {fault ?? hint}
    </p>
  );
}
