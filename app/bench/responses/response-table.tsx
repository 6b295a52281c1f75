import type { Brush } from "@core/brush";
import { type Quality, qualityNames, qualityRow } from "@core/qualities/table";
import type { Body } from "@core/quality/row";
import { writeValue } from "@core/quality/write-value";
import { type Family, type Source, sourceNames, sources } from "@core/response/sources";
import type { Command } from "../state/bench-state";
import { addResponse, qualityValue } from "../state/commands";
import { useBench, useRun } from "../state/use-bench";
import { ResponseButton } from "./response-button";

const bodies: readonly { readonly body: Body; readonly label: string }[] = [
  { body: "tip", label: "Tip" },
  { body: "trail", label: "Trail" },
  { body: "ground", label: "Ground" },
  { body: "paint", label: "Paint" },
];

const families: readonly { readonly family: Family; readonly label: string }[] = [
  { family: "hand", label: "Hand" },
  { family: "chance", label: "Chance" },
  { family: "course", label: "Course" },
];

const inFamily = (family: Family) => sourceNames.filter((source) => sources[source].family === family);
const columns: readonly Source[] = families.flatMap(({ family }) => inFamily(family));

/** The whole behaviour of a brush in one picture: every quality by every signal, a curve where one drives the other. */
export function ResponseTable() {
  const run = useRun();
  const brush = useBench((state) => state.brush);
  return (
    <section
      aria-label="Responses"
      className="sheet min-h-0 flex-1 overflow-auto border border-line max-lg:max-h-[70vh]"
    >
      <table className="w-full min-w-240 table-fixed border-collapse text-[13px]">
        <colgroup>
          <col className="w-17" />
          <col className="w-31" />
          <col className="w-20" />
          {columns.map((source) => (
            <col key={source} />
          ))}
        </colgroup>
        <thead className="sticky top-0 z-10 bg-panel">
          <tr>
            <td colSpan={3} className="border-line border-r border-b" />
            {families.map(({ family, label }) => (
              <th
                key={family}
                scope="colgroup"
                colSpan={inFamily(family).length}
                className="border-line border-r border-b py-0.5 font-semibold font-serif text-sm"
              >
                {label}
              </th>
            ))}
          </tr>
          <tr>
            <td colSpan={3} className="border-line border-r border-b" />
            {columns.map((source) => (
              <th
                key={source}
                scope="col"
                title={sources[source].says}
                className="border-line border-r border-b px-1 py-0.5 font-normal text-soft"
              >
                {sources[source].label.toLowerCase()}
              </th>
            ))}
          </tr>
        </thead>
        {bodies
          .filter(({ body }) => body !== "ground" || brush.ground)
          .map(({ body, label }) => (
            <BodyRows key={body} body={body} label={label} brush={brush} run={run} />
          ))}
      </table>
    </section>
  );
}

function BodyRows({
  body,
  label,
  brush,
  run,
}: {
  body: Body;
  label: string;
  brush: Brush;
  run: (command: Command) => void;
}) {
  const names = qualityNames.filter((name) => qualityRow(name).body === body);
  return (
    <tbody>
      {names.map((name, n) => (
        <tr key={name}>
          {n === 0 && (
            <th
              scope="rowgroup"
              rowSpan={names.length}
              className="border-line border-r border-b px-2 py-1 text-left align-top font-semibold font-serif text-sm"
            >
              {label}
            </th>
          )}
          <th
            scope="row"
            title={qualityRow(name).says}
            className="whitespace-nowrap border-line border-r border-b px-2 text-left font-normal"
          >
            {qualityRow(name).label}
          </th>
          <td className="whitespace-nowrap border-line border-r border-b px-2 text-right font-mono text-[12px]">
            {shownValue(brush, name)}
          </td>
          {columns.map((source) => (
            <Cell key={source} name={name} source={source} brush={brush} run={run} />
          ))}
        </tr>
      ))}
    </tbody>
  );
}

function shownValue(brush: Brush, name: Quality): string {
  if (name === "load" && brush.paint.load === null) return "endless";
  return writeValue(qualityValue(brush, name), qualityRow(name).unit);
}

/** What drives a quality by a signal, or a place to let it. */
function Cell({
  name,
  source,
  brush,
  run,
}: {
  name: Quality;
  source: Source;
  brush: Brush;
  run: (command: Command) => void;
}) {
  const driven = brush.responses.flatMap((response, index) =>
    response.quality === name && response.source === source ? [{ response, index }] : [],
  );
  const what = `${qualityRow(name).label} by ${sources[source].label.toLowerCase()}`;
  return (
    <td className="h-[27px] border-line border-r border-b p-0 pointer-coarse:h-11">
      {driven.length === 0 ? (
        <button
          type="button"
          aria-label={`Let ${what.toLowerCase()}`}
          title={`Let ${what.toLowerCase()}`}
          className="grid h-full min-h-[24px] w-full place-items-center text-soft hover:bg-act-wash"
          onClick={() => run(addResponse(name, source))}
        >
          <span aria-hidden className="size-0.5 rounded-full bg-current" />
        </button>
      ) : (
        <div className="flex justify-center gap-0.5">
          {driven.map(({ response, index }) => (
            <ResponseButton key={index} response={response} index={index} run={run} />
          ))}
        </div>
      )}
    </td>
  );
}
