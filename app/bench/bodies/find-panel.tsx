import { type Brush, brushSchema, differences, isThere } from "@core/brush";
import { type Quality, qualityNames, qualityRow } from "@core/qualities/table";
import { sources } from "@core/response/sources";
import { useMemo, useState } from "react";
import { box } from "~/ui/settings/box";
import { counted } from "~/ui/words";
import { DifferenceLine } from "../compare/difference-line";
import { useBench, useRun } from "../state/use-bench";
import { QualityLine } from "./quality-line";

type Scope = "all" | "saved" | "default" | "made-from";

/** Finds any quality by the words of the trade, or shows only what differs. @param madeFrom the brush it was made from, where that is known */
export function FindPanel({ madeFrom }: { readonly madeFrom: Brush | undefined }) {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  const saved = useBench((state) => state.saved);
  const [words, setWords] = useState("");
  const [scope, setScope] = useState<Scope>("all");
  const other = useMemo(
    () =>
      ({
        all: undefined,
        saved,
        default: brushSchema.parse({ level: brush.level, name: brush.name }),
        "made-from": madeFrom,
      })[scope],
    [scope, saved, madeFrom, brush.level, brush.name],
  );
  const found = useMemo(
    () => (other ? differences(other, brush).filter((d) => d.kind !== "setting" || d.what !== "name") : undefined),
    [other, brush],
  );
  const names = qualityNames.filter(
    (name) =>
      isThere(brush, name) &&
      matches(name, words, brush) &&
      (!found || found.some((d) => d.kind === "quality" && d.name === name)),
  );
  const missing = found
    ? []
    : qualityNames.filter((name) => !isThere(brush, name) && words.trim() !== "" && matches(name, words, brush));
  const rest = (found ?? []).filter((d) => d.kind !== "quality");
  return (
    <section
      aria-label="Find"
      className="min-h-60 shrink-0 overflow-y-auto rounded-lg border border-line bg-panel px-3.5 py-2.5 lg:max-h-[45%]"
    >
      <div className="mb-2 flex flex-wrap items-center gap-3">
        <input
          type="search"
          aria-label="Find a quality"
          placeholder="thickness, texture, jitter, smear, transparency…"
          className="h-8 w-90 max-w-full rounded-md border border-edge bg-raised px-2.5"
          // biome-ignore lint/a11y/noAutofocus: whoever opens the search wants to type
          autoFocus
          value={words}
          onChange={(event) => setWords(event.target.value)}
        />
        <label className="text-soft">
          Show{" "}
          <select className={box} value={scope} onChange={(event) => setScope(event.target.value as Scope)}>
            <option value="all">everything</option>
            <option value="saved">what differs from the saved state</option>
            <option value="default">what differs from the default</option>
            {madeFrom && <option value="made-from">what differs from “{madeFrom.name}”, which it was made from</option>}
          </select>
        </label>
        <p role="status" className="text-[13px] text-soft">
          {names.length + rest.length + missing.length === 0
            ? found
              ? "Nothing differs."
              : "No quality is called that; try another word."
            : counted(names.length, "quality", "qualities")}
        </p>
      </div>
      <div className="grid gap-x-7 sm:grid-cols-2 lg:grid-cols-3 2xl:grid-cols-4">
        {names.map((name) => (
          <QualityLine key={name} name={name} brush={brush} run={run} />
        ))}
      </div>
      {missing.map((name) => (
        <p key={name} className="text-soft">
          {qualityRow(name).label}:{" "}
          {name === "load"
            ? "once the paint may run out (Paint, Load)"
            : "once the brush has a ground (Ground, Give it a grain)"}
          .
        </p>
      ))}
      {rest.length > 0 && (
        <ul className="mt-2 grid gap-x-7 border-line border-t pt-2 sm:grid-cols-2 lg:grid-cols-3">
          {rest.map((difference) => (
            <li key={JSON.stringify(difference)} className="flex justify-between gap-4">
              <DifferenceLine difference={difference} />
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}

/** Whether all the words begin a word of what is known of a quality. */
function matches(name: Quality, words: string, brush: Brush): boolean {
  const row = qualityRow(name);
  const drivers = brush.responses.filter((r) => r.quality === name).map((r) => sources[r.source].label);
  const known = [row.label, row.body, row.says, row.words, ...drivers]
    .join(" ")
    .toLowerCase()
    .split(/[^a-z0-9-]+/);
  return words
    .toLowerCase()
    .split(/\s+/)
    .every((word) => word === "" || known.some((other) => other.startsWith(word)));
}
