import {
  type Announcements,
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { SortableContext, sortableKeyboardCoordinates, verticalListSortingStrategy } from "@dnd-kit/sortable";
import type { ReactNode } from "react";

interface Props {
  /** Tells this list from others of the page. */
  readonly id: string;
  readonly ids: readonly string[];
  readonly nameOf: (id: string) => string | undefined;
  /** "3 of 24" */
  readonly placeOf: (id: string) => string;
  /** One was put down where another lies. */
  readonly onPut: (id: string, over: string) => void;
  readonly children: ReactNode;
}

/** Lets the brushes of a list be moved by pointer and keys, and says aloud where they are. */
export function Sorting({ id, ids, nameOf, placeOf, onPut, children }: Props) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const name = (one: unknown) => nameOf(String(one)) ?? "The brush";
  const place = (one: unknown) => placeOf(String(one));
  const announcements: Announcements = {
    onDragStart: ({ active }) => `${name(active.id)} is taken up at ${place(active.id)}.`,
    onDragOver: ({ active, over }) =>
      over && over.id !== active.id ? `${name(active.id)} is over ${place(over.id)}.` : undefined,
    onDragEnd: ({ active, over }) => (over ? `${name(active.id)} is put down at ${place(over.id)}.` : undefined),
    onDragCancel: ({ active }) => `${name(active.id)} stays where it was.`,
  };
  return (
    <DndContext
      id={id}
      sensors={sensors}
      collisionDetection={closestCenter}
      accessibility={{
        announcements,
        screenReaderInstructions: {
          draggable: "Space takes the brush up, the arrows move it, Space puts it down, Escape leaves it where it was.",
        },
      }}
      onDragEnd={({ active, over }: DragEndEvent) => over && onPut(String(active.id), String(over.id))}
    >
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        {children}
      </SortableContext>
    </DndContext>
  );
}
