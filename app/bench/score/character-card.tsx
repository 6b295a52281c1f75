import type { Brush } from "@core/brush";
import type { ReactNode } from "react";
import type { Measures } from "~/measuring/use-measures";

/** What the brush does, measured on strokes that it has painted; how, stands in docs/measures.md. */
export function CharacterCard({ character }: Pick<Measures, "character">) {
  const shown = (say: (found: NonNullable<typeof character>) => string) => (character ? say(character) : "…");
  return (
    <Card title="Character">
      <Line what="Width at full pressure" says={shown(({ width }) => `${width.toFixed(1)} px`)} />
      <Line what="Width at a tenth of it" says={shown(({ lightWidth }) => percent(lightWidth))} />
      <Line what="Edge, of the width" says={shown(({ edge }) => percent(edge))} />
      <Line what="Coverage in one pass" says={shown(({ coverage }) => percent(coverage))} />
      <Line what="Texture" says={shown(({ texture }) => percent(texture))} />
      <Line what="Carries colour" says={shown(({ carry }) => (carry === 0 ? "none" : `${Math.round(carry)} px`))} />
      <Line what="Passes to full" says={shown(({ passes }) => (passes === null ? "never" : String(passes)))} />
    </Card>
  );
}

/** What spacing does to the edge of a stroke. */
export function EdgeCard({ brush, score, ripple }: { brush: Brush } & Pick<Measures, "score" | "ripple">) {
  return (
    <Card title="Edge and marks">
      <Line what="Marks in the main stroke" says={score ? score.marks.toLocaleString("en-GB") : "…"} />
      <Line
        what={`Ripple of the edge at ${Math.round(brush.tip.size)} px`}
        says={ripple ? `${ripple.depth.toFixed(1)} px` : "…"}
      />
      <Line what="Spacing now" says={percent(brush.trail.spacing)} />
      <Line
        what="Under half a px up to"
        says={ripple ? (ripple.smoothBelow === null ? "no spacing" : percent(ripple.smoothBelow)) : "…"}
      />
    </Card>
  );
}

function Card({ title, children }: { title: string; children: ReactNode }) {
  return (
    <section aria-label={title} className="px-3.5 py-2.5">
      <h2 className="font-semibold font-serif text-base">{title}</h2>
      <dl className="mt-1 grid grid-cols-[1fr_auto] gap-x-4 gap-y-0.5">{children}</dl>
    </section>
  );
}

/** A share as painters say it. */
export function percent(share: number): string {
  return `${(share * 100).toFixed(share < 0.1 ? 1 : 0)} %`;
}

function Line({ what, says }: { what: string; says: string }) {
  return (
    <>
      <dt>{what}</dt>
      <dd className="text-right font-mono text-[13px]">{says}</dd>
    </>
  );
}
