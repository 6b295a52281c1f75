import { useSyncExternalStore } from "react";
import { see } from "~/easel/state/study-state";
import { useSession, useStudy } from "~/easel/state/use-study";
import { fitted, zoomed } from "~/paper/window/framing";
import { Tool } from "~/ui/tool";

/** How near one looks, and ways to look otherwise. */
export function FrameBar({ sheet }: { sheet: { readonly width: number; readonly height: number } }) {
  const session = useSession();
  const { frame, store } = session;
  const framing = useSyncExternalStore(frame.subscribe, frame.get, frame.get);
  const whole = useStudy((state) => state.whole);
  const to = (zoom: number) =>
    frame.set(zoomed(framing, zoom / framing.zoom, { x: framing.width / 2, y: framing.height / 2 }));
  return (
    <div className="absolute bottom-1.5 left-1.5 flex items-center gap-1 rounded-md border border-line bg-raised px-1.5 py-0.5 text-[12.5px]">
      <span className="font-mono text-soft">
        {Math.round(framing.zoom * 100)} % · {sheet.width}×{sheet.height} px
      </span>
      <Tool onClick={() => to(1)}>1:1</Tool>
      <Tool title="All of the picture (0)" onClick={() => frame.set(fitted(framing, sheet))}>
        all
      </Tool>
      <Tool
        title="In a mirror (V)"
        aria-pressed={framing.mirrored}
        onClick={() => frame.set({ ...framing, mirrored: !framing.mirrored })}
      >
        mirror
      </Tool>
      <Tool
        title="The picture takes the window (W)"
        aria-pressed={whole}
        onClick={() => store.run(see({ whole: !whole }))}
      >
        large
      </Tool>
    </div>
  );
}
