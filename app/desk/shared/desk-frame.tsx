import { type ReactNode, type RefObject, useEffect, useRef } from "react";
import { DropTarget } from "~/ui/drop-target";
import { useLive } from "~/ui/use-live";
import { ToShelf, useToShelf } from "./to-shelf";

interface Props {
  /** Names the hidden field by which files are chosen. */
  readonly label: string;
  /** What is said while files are held over the desk. */
  readonly says: string;
  /** Opens the choice of files when it is clicked. */
  readonly chooser: RefObject<HTMLInputElement | null>;
  /** Whether it takes several pictures at once. */
  readonly several?: boolean;
  /** Takes pictures that were chosen, dropped or pasted. */
  readonly onFiles: (files: readonly File[], chosen: boolean) => void;
  readonly children: ReactNode;
}

/** Packages and brushes are no pictures: they belong on the shelf. */
const isForShelf = ({ name, type }: File) => /\.(zip|json)$/i.test(name) || type === "application/zip";

/** A desk's whole page: pictures come to it by choosing, dropping and pasting; what belongs on the shelf is put there. */
export function DeskFrame({ label, says, chooser, several = false, onFiles, children }: Props) {
  const shelf = useToShelf();
  const take = (files: readonly File[], chosen: boolean) => {
    const pictures = files.filter((file) => !isForShelf(file));
    const others = files.filter(isForShelf);
    if (others.length > 0) shelf.send(others);
    if (pictures.length > 0) onFiles(several ? pictures : pictures.slice(0, 1), chosen);
  };
  const newest = useRef(take);
  newest.current = take;
  const live = useLive();
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const files = [...(event.clipboardData?.files ?? [])].filter(({ type }) => type.startsWith("image/"));
      if (files.length > 0) newest.current(files, false);
    };
    addEventListener("paste", paste);
    return () => removeEventListener("paste", paste);
  }, []);
  return (
    <DropTarget says={says} onFiles={(files) => take(files, false)} className="flex min-h-dvh flex-col lg:h-dvh">
      {/* What is chosen before the page has come to life would be lost. */}
      <fieldset disabled={!live} className="contents">
        <input
          ref={chooser}
          type="file"
          accept="image/png,image/jpeg,image/webp,image/svg+xml"
          multiple={several}
          aria-label={label}
          className="hidden"
          onChange={(event) => {
            const files = [...(event.target.files ?? [])];
            if (files.length > 0) take(files, true);
            event.target.value = "";
          }}
        />
        {children}
      </fieldset>
      <ToShelf {...shelf} />
    </DropTarget>
  );
}
