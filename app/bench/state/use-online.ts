import { useSyncExternalStore } from "react";

/** Whether the browser has a network; on the server, that is taken for granted. */
export function useOnline(): boolean {
  return useSyncExternalStore(
    (changed) => {
      addEventListener("online", changed);
      addEventListener("offline", changed);
      return () => {
        removeEventListener("online", changed);
        removeEventListener("offline", changed);
      };
    },
    () => navigator.onLine,
    () => true,
  );
}
