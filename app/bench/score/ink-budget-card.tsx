import type { Holder, InkBudget } from "@core/measure/ink-budget";
import { sources } from "@core/response/sources";
import { percent } from "./character-card";

const parts: Partial<Record<Holder, string>> = {
  tip: "Shape and softness",
  flow: "Flow",
  opacity: "Opacity",
  spacing: "Spacing",
  scatter: "Scatter",
  ground: "The ground",
};

/** What a holder is called; the load is both a part of the paint and a signal. */
function holderName(holder: Holder): string {
  return parts[holder] ?? (holder in sources ? sources[holder as keyof typeof sources].label : holder);
}

/** Below this there is nothing to say about. */
const LITTLE = 0.01;
const FULL = 0.97;
/** From here on a stroke looks blotchy. */
const BLOTCHY = 0.03;

/** Why a stroke is as faint or as blotchy as it is: what each part would let through if it held nothing back. @param blends whether the brush only moves what is there */
export function InkBudgetCard({ budget, blends }: { budget: InkBudget | undefined; blends: boolean }) {
  return (
    <section aria-label="Ink budget" className="px-3.5 py-2.5">
      <h2 className="font-semibold font-serif text-base">Ink budget</h2>
      {!budget && (
        <p role="status" className="text-soft">
          Painting it once for each part…
        </p>
      )}
      {budget && (
        <>
          {blends && (
            <p className="mt-0.5 text-soft">
              This brush has no colour of its own; the budget is that of its touch, as if it had.
            </p>
          )}
          <p className="mt-0.5">{faintness(budget)}</p>
          {blotchiness(budget) && <p className="mt-0.5">{blotchiness(budget)}</p>}
          <ul className="mt-1.5 space-y-0.5">
            {budget.factors
              .filter(({ takes }) => Math.abs(takes) >= LITTLE)
              .slice(0, 5)
              .map(({ holder, without, takes }) => (
                <li key={holder} className="flex items-center gap-2 text-[13px]">
                  <span className="w-32 shrink-0 truncate">{holderName(holder)}</span>
                  <span aria-hidden className="relative h-2 flex-1 rounded bg-line">
                    <span
                      className="absolute inset-y-0 left-0 rounded-l bg-ink"
                      style={{ width: `${Math.min(budget.coverage, without) * 100}%` }}
                    />
                    <span
                      className={`absolute inset-y-0 ${takes > 0 ? "bg-act" : "bg-chance"}`}
                      style={{
                        left: `${Math.min(budget.coverage, without) * 100}%`,
                        width: `${Math.abs(takes) * 100}%`,
                      }}
                    />
                  </span>
                  <span className="w-16 shrink-0 text-right font-mono">
                    {takes > 0 ? "−" : "+"}
                    {percent(Math.abs(takes))}
                  </span>
                </li>
              ))}
          </ul>
        </>
      )}
    </section>
  );
}

function faintness({ coverage, factors }: InkBudget): string {
  if (coverage < 0.002) return "This brush leaves no paint of its own here.";
  const [most] = factors;
  if (coverage >= FULL || !most || most.takes < LITTLE)
    return `The stroke covers ${percent(coverage)}; nothing holds its paint back.`;
  return `The stroke covers ${percent(coverage)}. ${holderName(most.holder)} holds back most: without that it would cover ${percent(most.without)}.`;
}

function blotchiness({ uneven, factors }: InkBudget): string | undefined {
  if (uneven < BLOTCHY) return undefined;
  const cause = [...factors].sort((a, b) => a.unevenWithout - b.unevenWithout)[0];
  if (!cause || cause.unevenWithout > uneven * 0.8) return `It is blotchy: ${percent(uneven)} from place to place.`;
  return `It is blotchy, ${percent(uneven)} from place to place; most of it by ${holderName(cause.holder).toLowerCase()}.`;
}
