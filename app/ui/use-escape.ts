import { useEffect } from "react";

/** Calls something when Escape is pressed and nobody else has used it, while it applies. */
export function useEscape(applies: boolean, act: () => void): void {
  useEffect(() => {
    if (!applies) return;
    const press = (event: KeyboardEvent) => {
      if (event.key === "Escape" && !event.defaultPrevented) act();
    };
    addEventListener("keydown", press);
    return () => removeEventListener("keydown", press);
  });
}
