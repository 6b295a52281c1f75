import type { ShownAnswer } from "@server/answers/repository";

interface Props {
  readonly answers: readonly ShownAnswer[];
  readonly studio: string;
  /** The name of a brush by its file. */
  readonly nameOf: (file: string) => string | undefined;
}

/** What painters said and the maker replied to, and what one has said oneself. */
export function AnswersList({ answers, studio, nameOf }: Props) {
  if (answers.length === 0) return null;
  return (
    <section aria-labelledby="answers" className="mt-4 print:hidden">
      <h2 id="answers" className="mb-1 font-semibold font-serif text-base">
        Painters and the maker
      </h2>
      <ul className="sheet divide-y divide-line border border-line">
        {answers.map(({ id, kind, says, from, version, brushFile, reply, own }) => {
          const brush = brushFile ? nameOf(brushFile) : undefined;
          return (
            <li key={id} className="px-4 py-2">
              <p>
                <span className="text-soft">
                  {own ? "You" : (from ?? "A painter")}, of {version}:
                </span>{" "}
                {kind}
                {brush && `, ${brush}`}
                {says && `: “${says}”`}
              </p>
              {reply ? (
                <p className="pl-5">
                  <span className="text-soft">{studio}:</span> {reply}
                </p>
              ) : (
                <p className="pl-5 text-[13px] text-soft">not answered yet; only you see this</p>
              )}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
