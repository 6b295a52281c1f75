import { unwritten } from "@core/kernels/blend-modes";
import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import type { EaselEngine } from "~/easel/engine/client";
import { useSession, useStudy } from "~/easel/state/use-study";
import { fileName } from "~/formats/file-name";
import { UNWRITTEN } from "~/formats/unwritten";
import { Button } from "~/ui/button";
import { saveFile } from "~/ui/save-file";

const item =
  "block w-full cursor-pointer rounded px-2.5 py-1 text-left outline-none data-highlighted:bg-act-wash pointer-coarse:py-2.5";

interface WayOut {
  readonly label: string;
  readonly ending: string;
  readonly type: string;
  readonly ask: (engine: EaselEngine) => Promise<Uint8Array<ArrayBuffer>>;
}

/** What is made of a study here, in the page. */
const waysOut = {
  picture: { label: "The picture (.png)", ending: ".png", type: "image/png", ask: (engine) => engine.picture() },
  flat: {
    label: "The picture, thick paint not lit (.png)",
    ending: "-flat.png",
    type: "image/png",
    ask: (engine) => engine.flat(),
  },
  layered: {
    label: "Its layers (.ora)",
    ending: ".ora",
    type: "image/openraster",
    ask: (engine) => engine.layered(),
  },
  heights: {
    label: "Heights of thick paint (.png)",
    ending: "-heights.png",
    type: "image/png",
    ask: (engine) => engine.relief("heights"),
  },
  normals: {
    label: "Normals of thick paint (.png)",
    ending: "-normals.png",
    type: "image/png",
    ask: (engine) => engine.relief("normals"),
  },
} as const satisfies Readonly<Record<string, WayOut>>;

/** Ways to take a study out: as its strokes, as one picture, as layers. */
export function StudyMenu({ id }: { id: string }) {
  const session = useSession();
  const name = useStudy((state) => state.name);
  const ready = useStudy((state) => state.sheet !== undefined && state.standing.done.length > 0);
  const strange = useStudy((state) => state.sheet?.looks.some(({ blend }) => unwritten.includes(blend)) ?? false);
  const sending = useStudy((state) => state.keeping.kind !== "kept");
  const [fault, setFault] = useState<string>();
  const take = async (what: keyof typeof waysOut) => {
    const engine = session.engine.current;
    setFault(undefined);
    try {
      const { ending, type, ask } = waysOut[what];
      if (engine) saveFile(await ask(engine), `${fileName(name, "study")}${ending}`, type);
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
            {(Object.keys(waysOut) as (keyof typeof waysOut)[]).map((what) => (
              <DropdownMenu.Item key={what} className={item} onSelect={() => void take(what)}>
                {waysOut[what].label}
                {what === "layered" && strange && <span className="block text-[12.5px] text-soft">{UNWRITTEN}</span>}
              </DropdownMenu.Item>
            ))}
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
    </>
  );
}
