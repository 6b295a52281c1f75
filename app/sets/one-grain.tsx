import { drawnGrainKinds } from "@core/ground/grain";
import { groundQualities } from "@core/ground/model";
import { useFetcher } from "react-router";
import { Button } from "~/ui/button";
import { counted } from "~/ui/words";
import type { action } from "./grain-route";

/** One grain and scale for all brushes of a set that meet a ground. */
export function OneGrain({ setId }: { setId: string }) {
  const fetcher = useFetcher<typeof action>();
  const answer = fetcher.state === "idle" ? fetcher.data : undefined;
  const { low, high, base } = groundQualities.grainScale;
  return (
    <fetcher.Form
      method="post"
      action={`/sets/${setId}/grain`}
      className="flex flex-wrap items-center gap-2 text-[13px]"
    >
      <span className="text-soft">One grain for all brushes with a ground:</span>
      <select
        name="kind"
        aria-label="Grain for the set"
        className="h-7 rounded-md border border-edge bg-raised px-1.5 pointer-coarse:h-10"
      >
        {drawnGrainKinds.map((kind) => (
          <option key={kind}>{kind}</option>
        ))}
      </select>
      <label className="flex items-center gap-1">
        scale
        <input
          name="scale"
          type="number"
          min={low}
          max={high}
          step="any"
          defaultValue={base}
          className="h-7 w-18 rounded-md border border-edge bg-raised px-1.5 text-right font-mono pointer-coarse:h-10"
        />
      </label>
      <Button type="submit" disabled={fetcher.state !== "idle"}>
        Give it to them
      </Button>
      {answer && (
        <span role="status" className={"fault" in answer ? "text-danger" : "text-soft"}>
          {"fault" in answer
            ? answer.fault
            : answer.changed === 0
              ? "None of them meets a ground."
              : `${counted(answer.changed, "brush", "brushes")} changed, each a new revision.`}
        </span>
      )}
    </fetcher.Form>
  );
}
