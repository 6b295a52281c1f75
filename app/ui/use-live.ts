import { useSyncExternalStore } from "react";

const never = () => () => undefined;

/** Whether the page has come to life: what the server drew hears nothing before that. */
export function useLive(): boolean {
  return useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
}
