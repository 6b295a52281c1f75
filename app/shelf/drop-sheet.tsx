import { type ReactNode, useRef, useState } from "react";

/** Lets a file be dropped anywhere on its content; `children` is given the keyboard's way to choose one. */
export function DropSheet({
  onFile,
  children,
}: {
  onFile: (file: File) => void;
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
        const [file] = event.dataTransfer.files;
        if (file) onFile(file);
      }}
    >
      {children(() => input.current?.click())}
      <input
        ref={input}
        type="file"
        accept=".zip,application/zip"
        aria-label="A package file"
        className="hidden"
        onChange={(event) => {
          const file = event.target.files?.[0];
          if (file) onFile(file);
          event.target.value = "";
        }}
      />
      {over && (
        <div className="pointer-events-none fixed inset-3 z-10 grid place-items-center rounded-xl border-2 border-act border-dashed bg-act-wash/90">
          <p className="font-serif text-2xl text-act">Drop the package on your shelf</p>
        </div>
      )}
    </div>
  );
}
