import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import { useSession, useStudy } from "~/easel/state/use-study";
import { fileName } from "~/formats/file-name";
import { Button } from "~/ui/button";
import { saveFile } from "~/ui/save-file";

const item =
  "block w-full cursor-pointer rounded px-2.5 py-1 text-left outline-none data-highlighted:bg-act-wash pointer-coarse:py-2.5";

/** Ways to take a study out: as its strokes, as one picture, as layers. */
export function StudyMenu({ id }: { id: string }) {
  const session = useSession();
  const name = useStudy((state) => state.name);
  const ready = useStudy((state) => state.sheet !== undefined && state.standing.done.length > 0);
  const sending = useStudy((state) => state.keeping.kind !== "kept");
  const [fault, setFault] = useState<string>();
  const take = async (what: "picture" | "layered") => {
    const engine = session.engine.current;
    setFault(undefined);
    try {
      if (what === "picture" && engine) saveFile(await engine.picture(), `${fileName(name, "study")}.png`, "image/png");
      if (what === "layered" && engine)
        saveFile(await engine.layered(), `${fileName(name, "study")}.ora`, "image/openraster");
    } catch (error) {
      setFault(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <>
      {fault && (
        <span role="alert" className="max-w-60 truncate text-danger" title={fault}>
          {fault}
        </span>
      )}
      <DropdownMenu.Root>
        <DropdownMenu.Trigger asChild>
          <Button disabled={!ready}>Take out…</Button>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content
            align="end"
            sideOffset={6}
            className="z-30 w-72 rounded-md border border-line bg-raised p-1.5 shadow-lg"
          >
            <DropdownMenu.Item asChild disabled={sending}>
              <a href={`/studies/${id}/study.zip`} download className={item}>
                The study with all its strokes (.zip)
                {sending && <span className="block text-[12.5px] text-soft">when all of it is on the server</span>}
              </a>
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => void take("picture")}>
              The picture (.png)
            </DropdownMenu.Item>
            <DropdownMenu.Item className={item} onSelect={() => void take("layered")}>
              Its layers (.ora)
            </DropdownMenu.Item>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}
