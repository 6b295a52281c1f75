import { type ReactNode, useEffect, useRef, useState } from "react";
import { useFetcher } from "react-router";
import type { action } from "~/pictures/new-picture-route";
import { type KeptChoice, KeptDialog } from "./kept-dialog";

/** A way to choose one of the maker’s tips or grains, or a PNG from a file, which is kept. */
export interface PictureChooser {
  /** Opens the choice: of the maker’s own, or of a file. */
  readonly open: () => void;
  readonly busy: boolean;
  /** The hidden field of the choice, to stand anywhere in the form. */
  readonly field: ReactNode;
  /** What has gone wrong, or that a picture is under way; nothing otherwise. */
  readonly notice: ReactNode;
}

/**
 * @param folder what pictures are for @param label names the field
 * @param onKept is told the path of a picture that came from a file @param onTake is given what was chosen of the maker's own
 */
export function usePictureChooser(
  folder: "tips" | "grains",
  label: string,
  onKept: (path: string) => void,
  onTake: (kept: KeptChoice) => void,
): PictureChooser {
  const [choosing, setChoosing] = useState(false);
  const chooser = useRef<HTMLInputElement>(null);
  const fetcher = useFetcher<typeof action>();
  const handled = useRef<unknown>(undefined);
  const { data, state } = fetcher;
  useEffect(() => {
    if (state !== "idle" || !data || handled.current === data) return;
    handled.current = data;
    if ("path" in data) onKept(data.path);
  }, [data, state, onKept]);
  const busy = state !== "idle";
  const fault = !busy && data && "fault" in data ? data.fault : undefined;
  const send = (file: File) => {
    const form = new FormData();
    form.set("picture", file);
    void fetcher.submit(form, { method: "post", action: `/${folder}`, encType: "multipart/form-data" });
  };
  return {
    open: () => setChoosing(true),
    busy,
    field: (
      <>
        <input
          ref={chooser}
          type="file"
          accept="image/png"
          aria-label={label}
          className="hidden"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) send(file);
            event.target.value = "";
          }}
        />
        <KeptDialog
          folder={folder}
          open={choosing}
          onClose={() => setChoosing(false)}
          onFile={() => {
            setChoosing(false);
            chooser.current?.click();
          }}
          onTake={(kept) => {
            setChoosing(false);
            onTake(kept);
          }}
        />
      </>
    ),
    notice: (fault || busy) && (
      <p role={fault ? "alert" : "status"} className={`text-[13px] ${fault ? "text-danger" : "text-soft"}`}>
        {fault ?? "Taking the picture…"}
      </p>
    ),
  };
}
