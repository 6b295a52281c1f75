import { behaviour } from "@core/measure/behaviour";
import { type Source, sources } from "@core/response/sources";
import type { KeptBrush } from "@server/brushes/repository";
import { Download } from "lucide-react";
import { Link } from "react-router";
import { BinButton } from "~/bin/bin-button";

/** One brush as a line of a type specimen: its name, its stroke, and what its values say. */
export function ShelfLine({
  kept: { id, revision, brush, origin, taken },
  fresh,
}: {
  kept: KeptBrush;
  fresh: boolean;
}) {
  const { size, softness, passes, drivenBy } = behaviour(brush);
  const driven = drivenBy.map((source) => sources[source as Source].label.toLowerCase()).join(", ");
  return (
    <li
      className={`relative flex items-center gap-x-5 px-4.5 py-1.5 focus-within:bg-act-wash hover:bg-act-wash ${fresh ? "bg-act-wash" : ""}`}
    >
      <div className="w-72 shrink-0 max-lg:w-58">
        <Link
          id={`name-${id}`}
          to={`/bench/${id}`}
          className="font-medium font-serif text-lg leading-tight after:absolute after:inset-0"
        >
          {brush.name}
        </Link>
        {brush.notes && (
          <p className="truncate text-[13px]" title={brush.notes}>
            {brush.notes}
          </p>
        )}
        <p className="truncate text-[13px] text-soft">
          {fresh && <span className="font-medium text-act">new · </span>}
          {taken?.changed && <span className="font-medium text-chance">changed by you · </span>}
          {[brush.tags?.join(" · "), origin || (driven ? `driven by ${driven}` : "the same in every hand")]
            .filter(Boolean)
            .join(" — ")}
        </p>
      </div>
      <img
        src={`/strips/brushes/${id}/${revision}.png?w=720&h=70`}
        alt={`A stroke of ${brush.name}`}
        width={720}
        height={70}
        loading="lazy"
        className="h-17.5 min-w-0 flex-1 object-contain"
      />
      <dl className="flex shrink-0 gap-4 max-lg:hidden">
        <Trait name="px wide" value={String(Math.round(size))} share={Math.min(1, Math.log2(size) / 9)} />
        <Trait name="soft" value={`${Math.round(softness * 100)} %`} share={softness} />
        <Trait
          name={passes === 1 ? "pass" : "passes"}
          value={passes > 99 ? "99+" : String(passes)}
          share={Math.min(1, passes / 20)}
        />
      </dl>
      <a
        href={`/bench/${id}/package.zip`}
        download
        aria-label="Export as a package"
        aria-describedby={`name-${id}`}
        title="Export as a package"
        className="relative z-10 grid size-6 place-items-center rounded text-soft hover:text-ink pointer-coarse:size-10"
      >
        <Download aria-hidden size={15} />
      </a>
      <BinButton what="brushes" id={id} name={brush.name} />
    </li>
  );
}

function Trait({ name, value, share }: { name: string; value: string; share: number }) {
  return (
    <div className="flex w-15 flex-col-reverse">
      <div aria-hidden className="mt-1 h-0.75 rounded bg-line">
        <div className="h-full rounded bg-ink" style={{ width: `${share * 100}%` }} />
      </div>
      <dt className="text-[12px] text-soft">{name}</dt>
      <dd className="font-mono text-[13px]">{value}</dd>
    </div>
  );
}
