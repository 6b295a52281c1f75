import { type ReactNode, useRef, useState } from "react";

/** Lets files be dropped anywhere on its content; `children` is given the keyboard's way to choose some. */
export function DropSheet({
  onFiles,
  children,
}: {
  onFiles: (files: readonly File[]) => void;
  children: (choose: () => void) => ReactNode;
}) {
  const [over, setOver] = useState(false);
  const input = useRef<HTMLInputElement>(null);
  return (
    // biome-ignore lint/a11y/noStaticElementInteractions: dropping is the second way; the button that opens the chooser is the first
    <div
      className="min-h-dvh"
      onDragOver={(event) => {
        if (!event.dataTransfer.types.includes("Files")) return;
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={(event) => {
        if (!event.currentTarget.contains(event.relatedTarget as Node | null)) setOver(false);
      }}
      onDrop={(event) => {
        event.preventDefault();
        setOver(false);
        const files = [...event.dataTransfer.files];
        if (files.length > 0) onFiles(files);
      }}
    >
      {children(() => input.current?.click())}
      <input
        ref={input}
        type="file"
        accept=".zip,.json,.png,application/zip,application/json,image/png"
        multiple
        aria-label="Files for the shelf"
        className="hidden"
        onChange={(event) => {
          const files = [...(event.target.files ?? [])];
          if (files.length > 0) onFiles(files);
          event.target.value = "";
        }}
      />
      {over && (
        <div className="pointer-events-none fixed inset-3 z-10 grid place-items-center rounded-xl border-2 border-act border-dashed bg-act-wash/90">
          <p className="font-serif text-2xl text-act">Drop packages, brushes and tips on your shelf</p>
        </div>
      )}
    </div>
  );
}
