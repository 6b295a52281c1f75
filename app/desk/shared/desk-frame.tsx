import { type ReactNode, type RefObject, useEffect, useRef } from "react";
import { useLive } from "~/ui/use-live";

interface Props {
  /** Names the hidden field by which a file is chosen. */
  readonly label: string;
  /** Opens the choice of a file when it is clicked. */
  readonly chooser: RefObject<HTMLInputElement | null>;
  /** Takes a picture that was chosen, dropped or pasted. */
  readonly onFile: (file: File, chosen: boolean) => void;
  readonly children: ReactNode;
}

/** A desk's whole page: pictures come to it by choosing, dropping and pasting. */
export function DeskFrame({ label, chooser, onFile, children }: Props) {
  const take = useRef(onFile);
  take.current = onFile;
  const live = useLive();
  useEffect(() => {
    const paste = (event: ClipboardEvent) => {
      const file = [...(event.clipboardData?.files ?? [])].find(({ type }) => type.startsWith("image/"));
      if (file) take.current(file, false);
    };
    addEventListener("paste", paste);
    return () => removeEventListener("paste", paste);
  }, []);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is the second way; the button that opens the chooser is the first
    <div
      className="flex min-h-dvh flex-col lg:h-dvh"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        const [file] = event.dataTransfer.files;
        if (file) onFile(file, false);
      }}
    >
      {/* What is chosen before the page has come to life would be lost. */}
      <fieldset disabled={!live} className="contents">
        <input
          ref={chooser}
          type="file"
          accept="image/png,image/jpeg,image/webp,image/svg+xml"
          aria-label={label}
          className="hidden"
          onChange={(event) => {
            const file = event.target.files?.[0];
            if (file) onFile(file, true);
            event.target.value = "";
          }}
        />
        {children}
      </fieldset>
    </div>
  );
}
