import { type Trait, traits } from "@core/measure/traits";
import type { Facets } from "@server/shelf/find";
import { ArrowDownUp, Star, Tag } from "lucide-react";
import type { ReactNode } from "react";
import { Button } from "~/ui/button";
import { Popover } from "~/ui/popover";
import { box } from "~/ui/settings/box";
import { Tool } from "~/ui/tool";
import { TraitSign } from "~/ui/traits/trait-sign";
import type { Search } from "./use-search";

const orders = [
  ["hand", "my own order"],
  ["name", "name"],
  ["made", "made"],
  ["changed", "changed"],
  ["used", "used"],
  ["width", "width"],
  ["coverage", "cover"],
  ["edge", "edge"],
  ["texture", "texture"],
  ["passes", "passes"],
  ["carry", "how far it carries colour"],
] as const;

/** By what the shelf is sifted. */
export function FilterBar({ search, facets }: { readonly search: Search; readonly facets: Facets | undefined }) {
  const { params, put, toggle } = search;
  const chosenTraits = params.getAll("trait");
  const chosenTags = params.getAll("tag");
  return (
    <section aria-label="Sift" className="mb-2.5 flex min-h-7.5 flex-wrap items-center gap-1 text-[13px]">
      <Chip
        on={params.get("favourite") === "1"}
        onClick={() => put("favourite", params.has("favourite") ? undefined : "1")}
      >
        <Star aria-hidden size={13} />
        favourites <Count of={facets?.favourites} />
      </Chip>
      {(facets?.traits ?? chosenTraits.map((name): [Trait, number] => [name as Trait, 0])).map(([name, count]) => (
        <Chip
          key={name}
          title={traits[name].rule}
          on={chosenTraits.includes(name)}
          onClick={() => toggle("trait", name)}
        >
          <TraitSign name={name} />
          {traits[name].label} <Count of={count} />
        </Chip>
      ))}
      {chosenTags.map((tag) => (
        <Chip key={tag} on onClick={() => toggle("tag", tag)}>
          <Tag aria-hidden size={12} />
          {tag}
        </Chip>
      ))}
      {(facets?.tags.length ?? 0) > chosenTags.length && (
        <Popover
          label="Tags"
          trigger={
            <Button kind="quiet" className="h-6.5 px-1.5 pointer-coarse:h-10">
              <Tag aria-hidden size={13} />
              Tags…
            </Button>
          }
        >
          <div className="flex flex-wrap gap-1.5">
            {facets?.tags.map(([tag, count]) => (
              <Chip key={tag} on={chosenTags.includes(tag)} onClick={() => toggle("tag", tag)}>
                {tag} <Count of={count} />
              </Chip>
            ))}
          </div>
        </Popover>
      )}
      {(facets?.categories.length ?? 0) > 0 && (
        <Choice
          label="Category"
          value={params.get("category") ?? ""}
          none="all categories"
          onPick={(to) => put("category", to)}
        >
          {facets?.categories.map(([name, count]) => (
            <option key={name} value={name}>
              {name} ({count})
            </option>
          ))}
        </Choice>
      )}
      {(facets?.sets.length ?? 0) > 0 && (
        <Choice label="Set" value={params.get("set") ?? ""} none="any set or none" onPick={(to) => put("set", to)}>
          {facets?.sets.map(({ id, name, count }) => (
            <option key={id} value={id}>
              {name} ({count})
            </option>
          ))}
        </Choice>
      )}
      {!search.isAll && (
        <Button kind="quiet" className="h-6.5 px-1.5 pointer-coarse:h-10" onClick={search.clear}>
          Show all
        </Button>
      )}
    </section>
  );
}

/** In which order brushes are shown. */
export function OrderChoice({ search: { params, put } }: { readonly search: Search }) {
  const order = params.get("order") ?? "hand";
  return (
    <span className="flex items-center gap-1">
      <select
        aria-label="Order"
        className={`${box} h-7.5 pointer-coarse:h-10`}
        value={order}
        onChange={(event) => put("order", event.target.value === "hand" ? undefined : event.target.value)}
      >
        {orders.map(([value, label]) => (
          <option key={value} value={value}>
            {value === "hand" ? label : `by ${label}`}
          </option>
        ))}
      </select>
      <Tool
        label="The other way round"
        aria-pressed={params.get("down") === "1"}
        disabled={order === "hand"}
        onClick={() => put("down", params.has("down") ? undefined : "1")}
      >
        <ArrowDownUp aria-hidden size={14} />
      </Tool>
    </span>
  );
}

function Count({ of }: { readonly of: number | undefined }) {
  return of === undefined ? null : <span className="font-mono text-[12px]">{of}</span>;
}

function Chip({
  on,
  title,
  onClick,
  children,
}: {
  readonly on: boolean;
  readonly title?: string;
  readonly onClick: () => void;
  readonly children: ReactNode;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      title={title}
      onClick={onClick}
      className="flex h-6.5 items-center gap-1 rounded border border-line bg-panel px-1.5 hover:border-edge aria-pressed:border-act aria-pressed:bg-act aria-pressed:text-act-ink pointer-coarse:h-10"
    >
      {children}
    </button>
  );
}

function Choice({
  label,
  value,
  none,
  onPick,
  children,
}: {
  readonly label: string;
  readonly value: string;
  readonly none: string;
  readonly onPick: (value: string | undefined) => void;
  readonly children: ReactNode;
}) {
  return (
    <select
      aria-label={label}
      className={`${box} h-6.5 max-w-36`}
      value={value}
      onChange={(event) => onPick(event.target.value || undefined)}
    >
      <option value="">{none}</option>
      {children}
    </select>
  );
}
