import { type ReactNode, useRef } from "react";
import { DropTarget } from "~/ui/drop-target";

/** Lets files be dropped anywhere on its content; `children` is given the keyboard's way to choose some. */
export function DropSheet({
  onFiles,
  children,
}: {
  onFiles: (files: readonly File[]) => void;
  children: (choose: () => void) => ReactNode;
}) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <DropTarget says="Drop packages, brushes and tips on your shelf" onFiles={onFiles} className="min-h-dvh">
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
    </DropTarget>
  );
}
