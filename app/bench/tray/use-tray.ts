import { useCallback, useEffect, useState } from "react";
import { emptyTray, readTray, type TrayMemory, withBrush } from "./tray-memory";

const KEY = "brosse tray";

/** The tray that this browser remembers, with the brush in hand in it. */
export function useTray(inHand: string): readonly [TrayMemory, (change: (tray: TrayMemory) => TrayMemory) => void] {
  const [tray, setTray] = useState(emptyTray);
  const change = useCallback((next: (tray: TrayMemory) => TrayMemory) => {
    try {
      const made = next(readTray(localStorage.getItem(KEY)));
      localStorage.setItem(KEY, JSON.stringify(made));
      setTray(made);
    } catch {
      // Nothing can be kept here: the tray lasts as long as the page.
      setTray(next);
    }
  }, []);
  useEffect(() => change((tray) => withBrush(tray, inHand)), [change, inHand]);
  return [tray, change];
}
