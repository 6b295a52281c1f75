import { type Trait, traits } from "@core/measure/traits";

/** What each sign draws, on 16 × 16: strokes, and shapes that are filled. */
const signs: Record<Trait, { readonly lines?: string; readonly full?: string }> = {
  dry: { lines: "M2 10l3-2 2 1.5M9 8.5l2-1 3 1.5M2 6l2-1M7 5.5l3-1.5M12 5l2-.5M3 13h2M8 12.5h4" },
  wet: { lines: "M8 2.5c2.6 3.4 4 5.4 4 7.2a4 4 0 0 1-8 0c0-1.8 1.4-3.8 4-7.200z" },
  covers: { full: "M2 4.500h12v7H2z" },
  glazes: { lines: "M2 4.500h12v7H2zM2 8h12M2 11.500L14 4.5" },
  soft: {
    full: "M8 5.500a2.5 2.5 0 1 1 0 5 2.5 2.5 0 0 1 0-5z",
    lines:
      "M8 2.500v.8M8 12.700v.8M2.5 8h.8M12.7 8h.8M4.1 4.100l.6.6M11.3 11.300l.6.6M4.1 11.900l.6-.6M11.3 4.700l.6-.6",
  },
  textured: { full: "M3 3h2v2H3zM7 3h2v2H7zM11 5h2v2h-2zM5 7h2v2H5zM9 9h2v2H9zM3 11h2v2H3zM11 11h2v2h-2z" },
  stamps: {
    full: "M3.5 6a2 2 0 1 1 0 4 2 2 0 0 1 0-4zM8 6a2 2 0 1 1 0 4 2 2 0 0 1 0-4zM12.5 6a2 2 0 1 1 0 4 2 2 0 0 1 0-4z",
  },
  line: { lines: "M2 11.500C6 3 9 13 14 4.5" },
  runsOut: { full: "M2 6.500h5v3H2z", lines: "M8.5 8h2M12 8h.8M14.3 8h.2" },
  blends: { lines: "M6 3.500a4.5 4.5 0 1 0 0 9 4.5 4.5 0 0 0 0-9zM10 3.500a4.5 4.5 0 1 1 0 9 4.5 4.5 0 0 1 0-9z" },
  lights: { lines: "M8 5.200a2.8 2.8 0 1 1 0 5.6 2.8 2.8 0 0 1 0-5.600zM8 1.500v2M8 12.500v2M1.5 8h2M12.5 8h2" },
  needsTilt: { lines: "M3 13.500h10M5 13.500L12 3M5 13.500a4 4 0 0 1 2.6-3.8" },
  needsTwist: { lines: "M8 2.500v11M4 5.500c1.2-1.5 6.8-1.5 8 0s-6.5 2.5-8 4 6.8 2 8 .500" },
  slow: { lines: "M4 2.500h8M4 13.500h8M5 2.500c0 3.5 6 7.5 6 11M11 2.500c0 3.5-6 7.5-6 11" },
};

/** The small sign of a trait; its name stands beside it or is read out. */
export function TraitSign({ name }: { readonly name: Trait }) {
  const { lines, full } = signs[name];
  return (
    <svg viewBox="0 0 16 16" aria-hidden className="size-[14px] shrink-0">
      {full && <path d={full} fill="currentColor" />}
      {lines && (
        <path
          d={lines}
          fill="none"
          stroke="currentColor"
          strokeWidth={1.3}
          strokeLinecap="round"
          strokeLinejoin="round"
        />
      )}
    </svg>
  );
}

/** The traits of a brush, each by its sign, its name and its rule. */
export function TraitList({ names }: { readonly names: readonly Trait[] }) {
  return (
    <ul aria-label="Traits" className="flex flex-wrap gap-x-2.5 text-[12.5px] text-soft">
      {names.map((name) => (
        <li key={name} title={traits[name].rule} className="flex items-center gap-1">
          <TraitSign name={name} />
          {traits[name].label}
        </li>
      ))}
    </ul>
  );
}
