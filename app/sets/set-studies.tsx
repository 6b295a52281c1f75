import type { KeptStudy } from "@server/studies/repository";
import { useState } from "react";
import { Link, useFetcher } from "react-router";
import { Button } from "~/ui/button";
import { useLive } from "~/ui/use-live";
import { counted } from "~/ui/words";

/** What is painted with a set's brushes, and which of it goes out with the next edition. */
export function SetStudies({ setId, studies }: { setId: string; studies: readonly KeptStudy[] }) {
  return (
    <section aria-labelledby="studies" className="space-y-2 rounded-lg border border-line bg-panel p-4">
      <h2 id="studies" className="font-semibold font-serif text-base">
        Demonstrations
      </h2>
      {studies.length === 0 ? (
        <p className="text-soft">
          None yet. Paint a study with these brushes: others will watch how it was made, stop anywhere and take the
          brush.
        </p>
      ) : (
        <ul className="divide-y divide-line">
          {studies.map((study) => (
            <StudyLine key={study.id} study={study} />
          ))}
        </ul>
      )}
      <Button asChild>
        <Link to={`/studies?set=${setId}`}>Begin a study…</Link>
      </Button>
    </section>
  );
}

function StudyLine({ study }: { study: KeptStudy }) {
  const fetcher = useFetcher();
  const live = useLive();
  // What one has just asked for is seen at once; a router tells of it a moment later.
  const [goes, setGoes] = useState(study.goesOut);
  return (
    <li className="flex items-center gap-2.5 py-1.5">
      <div className="grid h-10 w-15 shrink-0 place-items-center overflow-hidden border border-line bg-raised">
        {study.pictureSha256 && (
          <img
            src={`/studies/${study.id}/picture.png?of=${study.pictureSha256.slice(0, 12)}`}
            alt=""
            className="size-full object-cover"
          />
        )}
      </div>
      <div className="min-w-0 flex-1">
        <Link to={`/studies/${study.id}`} className="block truncate font-medium font-serif">
          {study.name}
        </Link>
        <span className="text-[12.5px] text-soft">
          {study.vignette ? (study.brushId ? "vignette · " : "vignette, its brush is gone · ") : ""}
          {counted(study.acts, "act", "acts")}
        </span>
      </div>
      <label className="flex items-center gap-1.5 text-[13px]">
        <input
          type="checkbox"
          aria-label={`${study.name} goes out with the next edition`}
          className="size-4 accent-act"
          checked={goes}
          disabled={!live}
          onChange={({ target: { checked } }) => {
            setGoes(checked);
            void fetcher.submit({ goes: String(checked) }, { method: "post", action: `/studies/${study.id}/goes-out` });
          }}
        />
        goes out
      </label>
    </li>
  );
}
