import type { KeptStudy } from "@server/studies/repository";
import { useEffect, useRef } from "react";
import { useFetcher } from "react-router";
import { Button } from "~/ui/button";
import type { action } from "./new-cover-route";

interface Props {
  readonly setId: string;
  readonly cover: string | null;
  readonly studies: readonly KeptStudy[];
  readonly onCover: (cover: string | null) => void;
}

/** The set's cover: a picture from a file, or what was painted with its brushes. */
export function CoverField({ setId, cover, studies, onCover }: Props) {
  const fetcher = useFetcher<typeof action>();
  const field = useRef<HTMLInputElement>(null);
  const handled = useRef<unknown>(undefined);
  const answer = fetcher.data;
  useEffect(() => {
    if (!answer || handled.current === answer) return;
    handled.current = answer;
    if ("sha256" in answer) onCover(answer.sha256);
  }, [answer, onCover]);
  const painted = studies.filter(({ pictureSha256 }) => pictureSha256);
  return (
    <div className="space-y-1.5">
      <p className="text-[13px] text-soft">Its picture in the outlet</p>
      <div className="flex flex-wrap items-end gap-2">
        <div className="grid h-20 w-30 place-items-center overflow-hidden border border-line bg-raised text-[12.5px] text-soft">
          {cover ? (
            <img
              src={`/sets/${setId}/cover.png?of=${cover}`}
              alt="The set’s cover"
              className="size-full object-cover"
            />
          ) : (
            "none"
          )}
        </div>
        <div className="flex flex-wrap gap-1.5">
          <Button className="h-7" disabled={fetcher.state !== "idle"} onClick={() => field.current?.click()}>
            A PNG…
          </Button>
          {painted.slice(0, 6).map(({ id, name, pictureSha256 }) => (
            <button
              key={id}
              type="button"
              aria-label={`Take ${name} as the cover`}
              aria-pressed={cover === pictureSha256}
              className="h-10 w-15 overflow-hidden border border-line aria-pressed:ring-2 aria-pressed:ring-act"
              onClick={() => onCover(pictureSha256)}
            >
              <img
                src={`/studies/${id}/picture.png?of=${pictureSha256?.slice(0, 12)}`}
                alt=""
                className="size-full object-cover"
              />
            </button>
          ))}
          {cover && (
            <Button kind="quiet" className="h-7 px-1" onClick={() => onCover(null)}>
              None
            </Button>
          )}
        </div>
      </div>
      {answer && "fault" in answer && (
        <p role="alert" className="text-[13px] text-danger">
          {answer.fault}
        </p>
      )}
      <input
        ref={field}
        type="file"
        accept="image/png"
        aria-label="A picture for the cover"
        className="hidden"
        onChange={(event) => {
          const file = event.target.files?.[0];
          event.target.value = "";
          if (!file) return;
          const form = new FormData();
          form.set("picture", file);
          void fetcher.submit(form, { method: "post", action: "/covers", encType: "multipart/form-data" });
        }}
      />
    </div>
  );
}
