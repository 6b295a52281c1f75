import { useSession, useStudy } from "~/easel/state/use-study";

/** Says over the picture why one cannot paint at present. */
export function PlaceNote() {
  const session = useSession();
  const opening = useStudy((state) => state.opening);
  const says = useStudy((state) => session.closedBecause(state));
  const place = useStudy((state) => state.place);
  if (!says || place) return null;
  return (
    <p
      role="status"
      className="pointer-events-none absolute inset-x-0 top-2 mx-auto flex w-fit items-center gap-3 rounded-md border border-line bg-raised px-3 py-1 shadow"
    >
      {opening && opening.of > 0 && (
        <progress aria-label="Opened so far" className="w-28 accent-act" value={opening.done} max={opening.of} />
      )}
      {says}
    </p>
  );
}
