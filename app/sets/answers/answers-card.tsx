import type { Answer } from "@server/answers/repository";
import { useState } from "react";
import { Segments } from "~/ui/segments";
import { AnswerLine, type MemberBrush } from "./answer-line";

interface Props {
  readonly answers: readonly Answer[];
  /** The member brush of an edition's file, by its id. */
  readonly brushOf: (file: string) => MemberBrush | undefined;
}

const sorts = ["open", "done", "put away"] as const;
type Sort = (typeof sorts)[number];

const sortOf = ({ done, hidden }: Answer): Sort => (hidden ? "put away" : done ? "done" : "open");

/** What painters have told the maker of this set, by edition and brush. */
export function AnswersCard({ answers, brushOf }: Props) {
  const [shown, setShown] = useState<Sort>("open");
  const fresh = answers.filter(({ read, hidden }) => !read && !hidden).length;
  const some = answers.filter((answer) => sortOf(answer) === shown);
  return (
    <section aria-labelledby="answers" className="space-y-2 rounded-lg border border-line bg-panel p-4">
      <h2 id="answers" className="font-semibold font-serif text-base">
        Answers {fresh > 0 && <span className="font-normal text-act">{fresh} new</span>}
      </h2>
      {answers.length === 0 ? (
        <p className="text-soft">None yet. Painters answer on an edition’s page, with a stroke if they like.</p>
      ) : (
        <>
          <Segments label="Which answers" name="answers" options={sorts} value={shown} onPick={setShown} tight />
          <p className="text-[13px] text-soft">{tally(answers)}</p>
          {some.length === 0 && <p className="text-soft">None of these.</p>}
          <div className="max-h-112 space-y-2 overflow-y-auto">
            {grouped(some, brushOf).map(({ title, list }) => (
              <section key={title}>
                <h3 className="text-[13px] text-soft">
                  {title} ({list.length})
                </h3>
                <ul className="divide-y divide-line">
                  {list.map((answer) => (
                    <AnswerLine
                      key={answer.id}
                      answer={answer}
                      brush={answer.brushFile ? brushOf(answer.brushFile) : undefined}
                    />
                  ))}
                </ul>
              </section>
            ))}
          </div>
        </>
      )}
    </section>
  );
}

/** Answers of one edition to one brush together, in the order of the newest of each. */
function grouped(answers: readonly Answer[], brushOf: Props["brushOf"]) {
  const groups = new Map<string, Answer[]>();
  for (const answer of answers) {
    const brush = answer.brushFile
      ? (brushOf(answer.brushFile)?.name ?? "a brush that is no longer in the set")
      : "the set";
    const title = `${answer.version}, ${brush}`;
    groups.set(title, [...(groups.get(title) ?? []), answer]);
  }
  return [...groups].map(([title, list]) => ({ title, list }));
}

function tally(answers: readonly Answer[]): string {
  const seen = answers.filter(({ hidden }) => !hidden);
  const count = (kind: Answer["kind"]) => seen.filter((answer) => answer.kind === kind).length;
  const told: readonly (readonly [Answer["kind"], string])[] = [
    ["works", "work"],
    ["not with my pen", "not with their pen"],
    ["too slow", "too slow"],
    ["a brush is missing", "miss a brush"],
    ["a word", "words"],
  ];
  return told
    .filter(([kind]) => count(kind) > 0)
    .map(([kind, says]) => `${count(kind)} ${says}`)
    .join(" · ");
}
