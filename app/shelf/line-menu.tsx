import type { ShelfRow } from "@server/shelf/find";
import { Ellipsis } from "lucide-react";
import { DropdownMenu as Menu } from "radix-ui";
import type { ReactNode } from "react";
import { Link } from "react-router";
import { useShelfActs } from "./use-shelf-acts";

interface Props {
  readonly row: ShelfRow;
  readonly categories: readonly string[];
  readonly sets: readonly { readonly id: string; readonly name: string }[];
  readonly onRename: () => void;
}

const item =
  "block w-full cursor-pointer truncate rounded px-2 py-1 text-left data-highlighted:bg-act-wash data-highlighted:outline-none pointer-coarse:py-2.5";
const sheet = "z-30 max-h-[70dvh] w-60 overflow-y-auto rounded-lg border border-line bg-panel p-1.5 shadow-xl";

/** What else can be done with one brush. */
export function LineMenu({ row: { id, brush, category }, categories, sets, onRename }: Props) {
  const { run } = useShelfActs();
  const which = { ids: [id] };
  return (
    <Menu.Root>
      <Menu.Trigger
        aria-label={`More for ${brush.name}`}
        title="More"
        className="grid size-[24px] place-items-center rounded text-soft hover:text-ink pointer-coarse:size-10"
      >
        <Ellipsis aria-hidden size={15} />
      </Menu.Trigger>
      <Menu.Portal>
        <Menu.Content align="end" collisionPadding={12} className={sheet}>
          {/* The field takes the focus when the menu has given it back. */}
          <Menu.Item className={item} onSelect={() => setTimeout(onRename)}>
            Rename
          </Menu.Item>
          <Menu.Item className={item} onSelect={() => void run({ act: "duplicate", which })}>
            Duplicate
          </Menu.Item>
          <Menu.Item asChild className={item}>
            <Link to={`/compare?like=${id}`}>What else is like this?</Link>
          </Menu.Item>
          <Choices name="Category">
            <Menu.Item
              className={item}
              disabled={category === ""}
              onSelect={() => void run({ act: "categorise", into: [{ category: "", which }] })}
            >
              none
            </Menu.Item>
            {categories.map((name) => (
              <Menu.Item
                key={name}
                className={item}
                disabled={name === category}
                onSelect={() => void run({ act: "categorise", into: [{ category: name, which }] })}
              >
                {name}
              </Menu.Item>
            ))}
          </Choices>
          <Choices name="Put into a set">
            {sets.length === 0 && (
              <Menu.Item className={item} disabled>
                There is no set yet
              </Menu.Item>
            )}
            {sets.map((set) => (
              <Menu.Item key={set.id} className={item} onSelect={() => void run({ act: "gather", which, set: set.id })}>
                {set.name}
              </Menu.Item>
            ))}
          </Choices>
        </Menu.Content>
      </Menu.Portal>
    </Menu.Root>
  );
}

function Choices({ name, children }: { readonly name: string; readonly children: ReactNode }) {
  return (
    <Menu.Sub>
      <Menu.SubTrigger className={`${item} data-[state=open]:bg-act-wash`}>{name} ▸</Menu.SubTrigger>
      <Menu.Portal>
        <Menu.SubContent collisionPadding={12} className={sheet}>
          {children}
        </Menu.SubContent>
      </Menu.Portal>
    </Menu.Sub>
  );
}
