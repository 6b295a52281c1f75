import { type ReactNode, useState } from "react";

interface Props {
  /** What is said while files are held over it. */
  readonly says: string;
  readonly onFiles: (files: readonly File[]) => void;
  readonly className: string;
  readonly children: ReactNode;
}

/** Takes files that are dropped anywhere on its content, and shows that it would. */
export function DropTarget({ says, onFiles, className, children }: Props) {
  const [over, setOver] = useState(false);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is the second way; the button that opens the chooser is the first
    <div
      className={className}
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0) onFiles(files);
      }}
    >
      {children}
      {over && (
        <div className="pointer-events-none fixed inset-3 z-40 grid place-items-center rounded-xl border-2 border-act border-dashed bg-act-wash/90">
          <p className="font-serif text-2xl text-act">{says}</p>
        </div>
      )}
    </div>
  );
}
