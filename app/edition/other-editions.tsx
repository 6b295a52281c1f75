import { Link } from "react-router";

/** Links to a set's other editions that are out; nothing where there are none. */
export function OtherEditions({
  versions,
}: {
  readonly versions: readonly { readonly id: string; readonly version: string }[];
}) {
  if (versions.length === 0) return null;
  return (
    <span>
      Other editions:{" "}
      {versions.map(({ id, version }) => (
        <Link key={id} to={`/editions/${id}`} className="mr-2 font-mono text-act underline underline-offset-4">
          {version}
        </Link>
      ))}
    </span>
  );
}
