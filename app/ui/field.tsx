import { type ComponentProps, type ReactNode, useId } from "react";

const box = "w-full rounded-md border border-edge bg-raised px-2.5 py-1.5 text-ink placeholder:text-soft";

interface Labelled {
  readonly label: string;
  readonly hint?: ReactNode;
  readonly fault?: string;
}

interface Control {
  readonly id: string;
  readonly className: string;
  readonly "aria-invalid": true | undefined;
  readonly "aria-describedby": string | undefined;
}

/** A control with its label, a hint, and what is wrong with it. */
function Framed({ label, hint, fault, children }: Labelled & { children: (control: Control) => ReactNode }) {
  const id = useId();
  const says = fault ?? hint;
  return (
    <div>
      <label htmlFor={id} className="mb-1 block font-medium">
        {label}
      </label>
      {children({
        id,
        className: box,
        "aria-invalid": fault ? true : undefined,
        "aria-describedby": says ? `${id}-says` : undefined,
      })}
      {says && (
        <p id={`${id}-says`} className={`mt-1 text-[13px] ${fault ? "text-danger" : "text-soft"}`}>
          {says}
        </p>
      )}
    </div>
  );
}

/** One line of text. */
export function Field({ label, hint, fault, ...rest }: Labelled & ComponentProps<"input">) {
  return (
    <Framed label={label} hint={hint} fault={fault}>
      {(control) => <input {...rest} {...control} />}
    </Framed>
  );
}

/** Several lines of text. */
export function TextArea({ label, hint, fault, ...rest }: Labelled & ComponentProps<"textarea">) {
  return (
    <Framed label={label} hint={hint} fault={fault}>
      {(control) => <textarea rows={3} {...rest} {...control} />}
    </Framed>
  );
}

/** One of several. */
export function Choice({ label, hint, fault, children, ...rest }: Labelled & ComponentProps<"select">) {
  return (
    <Framed label={label} hint={hint} fault={fault}>
      {(control) => (
        <select {...rest} {...control}>
          {children}
        </select>
      )}
    </Framed>
  );
}
