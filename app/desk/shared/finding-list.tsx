import type { Finding } from "@core/desk/grain/findings";
import { type GrainWork, workRanges } from "@core/desk/grain/grain-work";
import { Button } from "~/ui/button";

interface Props {
  readonly findings: readonly Finding[] | undefined;
  readonly work: GrainWork;
  readonly onMend: (patch: Partial<GrainWork>) => void;
}

/** What may be wrong with the grain, each with what mends it. */
export function FindingList({ findings, work, onMend }: Props) {
  if (!findings)
    return (
      <p role="status" className="text-soft">
        Looking…
      </p>
    );
  if (findings.length === 0) return <p>Nothing to mend.</p>;
  return (
    <ul className="space-y-1.5">
      {findings.map((finding) => {
        const mend = mendOf(finding, work);
        return (
          <li key={finding.kind} className="flex items-start justify-between gap-2">
            <span>{says(finding)}</span>
            {mend && (
              <Button className="h-7 shrink-0" onClick={() => onMend(mend.patch)}>
                {mend.label}
              </Button>
            )}
          </li>
        );
      })}
    </ul>
  );
}

const percent = (share: number) => `${Math.round(share * 100)} %`;

function says(finding: Finding): string {
  switch (finding.kind) {
    case "seam":
      return `Its border is seen: ${finding.times.toFixed(1)} times the picture’s own steps.`;
    case "light":
      return `Its light is uneven by ${percent(finding.range)}: patches will show when it is repeated.`;
    case "clipped":
      return `${percent(finding.black)} of it is quite black, ${percent(finding.white)} quite white: no height is left there.`;
    case "flat":
      return "It is nearly flat: little of it will show.";
    case "repeat":
      return `A part of it comes again ${Math.round(Math.hypot(finding.dx, finding.dy))} px on; the eye will find it. Use a larger or another part.`;
    case "line":
      return `A ${finding.by < 0 ? "dark" : "light"} line runs ${wayOf(finding.direction)} through it: it will be seen again in every tile. Use a part without it.`;
    case "small":
      return `It is only ${finding.side} px: its repetition will be seen. Use a larger part, or a larger picture.`;
  }
}

/** Which way a line runs, degrees from lying across. */
function wayOf(direction: number): string {
  if (direction < 20 || direction > 160) return "across";
  return direction > 70 && direction < 110 ? "down" : "aslant";
}

/** What mends a finding, where the desk can do it. */
function mendOf(
  finding: Finding,
  work: GrainWork,
): { readonly label: string; readonly patch: Partial<GrainWork> } | undefined {
  switch (finding.kind) {
    case "seam":
      return {
        label: "Join it",
        patch: { tile: "cut", overlap: Math.min(0.5, Math.max(0.2, work.tile === "none" ? 0.2 : work.overlap * 1.5)) },
      };
    case "light":
      return { label: "Even it out", patch: { even: Math.max(workRanges.even.low, Math.min(0.3, work.even / 2)) } };
    case "clipped":
      return {
        label: "Widen levels",
        patch: { black: Math.max(0, work.black - 0.1), white: Math.min(1, work.white + 0.1) },
      };
    case "flat":
      return {
        label: "More contrast",
        patch: {
          black: work.black + (work.white - work.black) * 0.3,
          white: work.white - (work.white - work.black) * 0.3,
        },
      };
    case "line":
      return undefined;
    case "repeat":
    case "small":
      return work.part.width < 1 || work.part.height < 1
        ? { label: "Use all of it", patch: { part: { left: 0, top: 0, width: 1, height: 1 } } }
        : undefined;
  }
}
