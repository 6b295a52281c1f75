import type { EditionEntry } from "@server/editions/repository";
import { Link } from "react-router";
import { BrushStrip } from "~/pictures/brush-strip";
import { day, size } from "~/ui/words";

/** One edition in a list, with the first stroke of its specimen. */
export function EditionLine({ edition }: { edition: EditionEntry }) {
  return (
    <li className="relative flex flex-wrap items-center gap-x-6 gap-y-2 px-4.5 py-3 focus-within:bg-act-wash hover:bg-act-wash">
      <div className="w-60">
        <Link to={`/editions/${edition.id}`} className="font-medium font-serif text-lg after:absolute after:inset-0">
          {edition.name}
        </Link>
        <p className="text-soft">
          {edition.studio} · <span className="font-mono">{edition.version}</span>
        </p>
      </div>
      <BrushStrip
        src={`/strips/editions/${edition.id}/0.png?w=620&h=64`}
        alt=""
        width={620}
        height={64}
        className="min-w-0 max-w-155 flex-1"
      />
      <p className="w-28 text-right text-[13px] text-soft">
        {day(edition.publishedAt)}
        <br />
        {size(edition.bytes)}
      </p>
    </li>
  );
}
