import { licences } from "@core/formats/package";
import type { OutletLine } from "@server/outlet/find";
import { Link } from "react-router";
import { BrushStrip } from "~/pictures/brush-strip";
import { TraitList } from "~/ui/traits/trait-sign";
import { counted, day, size } from "~/ui/words";

/** Strokes that a line shows. */
const STROKES = 3;

/** One set in the outlet: its newest edition with a stroke, the earlier ones and the sampler beside it. */
export function EditionLine({ line }: { line: OutletLine }) {
  const { edition, sampler, editions, makerId, takes } = line;
  const earlier = editions.filter(({ id }) => id !== edition.id);
  return (
    <li className="flex flex-wrap items-center gap-x-5 gap-y-2 px-4.5 py-3 focus-within:bg-act-wash hover:bg-act-wash">
      {edition.coverSha256 && (
        <img
          src={`/images/${edition.coverSha256}.png`}
          alt=""
          loading="lazy"
          className="h-18 w-26 border border-line object-cover"
        />
      )}
      <div className="w-64">
        <Link
          to={`/editions/${edition.id}`}
          className="inline-block min-h-[24px] font-medium font-serif text-lg leading-6 hover:underline underline-offset-4"
        >
          {edition.name}
        </Link>
        <p className="text-soft">
          <Link
            to={`/makers/${makerId}`}
            className="inline-block min-h-[24px] underline underline-offset-4 hover:text-ink"
          >
            {edition.studio}
          </Link>{" "}
          · {counted(edition.brushes, "brush", "brushes")}
        </p>
        <TraitList names={edition.traits.slice(0, 5)} />
      </div>
      <Link
        to={`/editions/${edition.id}`}
        tabIndex={-1}
        aria-hidden
        className="flex min-w-0 flex-1 gap-3 overflow-hidden"
      >
        {Array.from({ length: Math.min(STROKES, edition.brushes) }, (_, n) => (
          <BrushStrip
            // biome-ignore lint/suspicious/noArrayIndexKey: a stroke is its place in the edition
            key={n}
            src={`/strips/editions/${edition.id}/${n}.png?w=260&h=60`}
            alt=""
            width={260}
            height={60}
            className="min-w-0 max-w-65 flex-1"
          />
        ))}
      </Link>
      <div className="ml-auto w-56 text-right text-[13px] text-soft">
        <p>
          <span className="font-mono">{edition.version}</span> · {day(edition.publishedAt)} · {size(edition.bytes)}
        </p>
        <p title={licences[edition.licence].says}>
          {edition.access === "voucher" ? "by voucher" : "free"} · {licences[edition.licence].label}
        </p>
        <p>
          {takes > 0 && `taken by ${takes}`}
          {takes > 0 && (sampler || earlier.length > 0) && " · "}
          {sampler && (
            <Link to={`/editions/${sampler.id}`} className="text-act underline underline-offset-4">
              sampler, {counted(sampler.brushes, "brush", "brushes")}
            </Link>
          )}
          {sampler && earlier.length > 0 && " · "}
          {earlier.slice(0, 3).map(({ id, version }) => (
            <Link key={id} to={`/editions/${id}`} className="ml-1 font-mono underline underline-offset-4">
              {version}
            </Link>
          ))}
        </p>
      </div>
    </li>
  );
}
