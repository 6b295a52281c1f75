import type { Answer } from "@server/answers/repository";
import { Link } from "react-router";
import { counted, day } from "~/ui/words";

interface Props {
  readonly answers: readonly Answer[];
  /** The member brush of an edition's file, by its id. */
  readonly brushOf: (file: string) => { readonly id: string; readonly name: string } | undefined;
}

/** What painters have told the maker of this set. */
export function AnswersCard({ answers, brushOf }: Props) {
  const fresh = answers.filter(({ read }) => !read).length;
  return (
    <section aria-labelledby="answers" className="space-y-2 rounded-lg border border-line bg-panel p-4">
      <h2 id="answers" className="font-semibold font-serif text-base">
        Answers {fresh > 0 && <span className="font-normal text-act">{fresh} new</span>}
      </h2>
      {answers.length === 0 ? (
        <p className="text-soft">None yet. Painters answer on an edition’s page, with a stroke if they like.</p>
      ) : (
        <>
          <p className="text-[13px] text-soft">{tally(answers)}</p>
          <ul className="max-h-96 divide-y divide-line overflow-y-auto">
            {answers.map((answer) => {
              const brush = answer.brushFile ? brushOf(answer.brushFile) : undefined;
              return (
                <li key={answer.id} className={`py-1.5 ${answer.read ? "" : "font-medium"}`}>
                  <p>
                    {answer.kind}
                    {brush && (
                      <>
                        {": "}
                        <span className="font-serif">{brush.name}</span>
                      </>
                    )}
                  </p>
                  {answer.says && <p>“{answer.says}”</p>}
                  <p className="font-normal text-[12.5px] text-soft">
                    {answer.from ?? "a painter"} · edition {answer.version} · {day(answer.madeAt)}
                    {answer.stroke && brush && (
                      <>
                        {" · "}
                        <Link
                          to={`/bench/${brush.id}?answer=${answer.id}`}
                          className="text-act underline underline-offset-4"
                        >
                          their stroke, on the bench
                        </Link>
                      </>
                    )}
                  </p>
                </li>
              );
            })}
          </ul>
        </>
      )}
    </section>
  );
}

function tally(answers: readonly Answer[]): string {
  const count = (kind: Answer["kind"]) => answers.filter((answer) => answer.kind === kind).length;
  return [
    counted(answers.length, "answer", "answers"),
    count("works") > 0 && `${count("works")} work`,
    count("not with my pen") > 0 && `${count("not with my pen")} not with their pen`,
    count("a brush is missing") > 0 && `${count("a brush is missing")} miss a brush`,
  ]
    .filter(Boolean)
    .join(" · ");
}
