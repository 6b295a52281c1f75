import type { Looking } from "./use-found";

/** What is said above a list while it does not answer what was typed; nothing while it does. */
export function LookingNote({
  looking: { found, answers, fault },
  className = "",
}: {
  readonly looking: Looking;
  readonly className?: string;
}) {
  if (answers) return null;
  return (
    <p role="status" className={`text-soft ${className}`}>
      {fault ? `The shelf could not be asked: ${fault}. Trying again…` : found ? "Looking…" : "Fetching the shelf…"}
      {found && ` What you see was found for “${found.words || "everything"}”.`}
    </p>
  );
}
