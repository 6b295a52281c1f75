import type { PublicationState } from "@server/publishing/repository";
import { useEffect, useState } from "react";

/** How often it is asked how far a publication is, ms. */
const PAUSE = 700;

/** How far a publication is, as long as it is under way. @param begun what is known of it */
export function usePublication(begun: Pick<PublicationState, "id"> | undefined): PublicationState | undefined {
  const [state, setState] = useState<PublicationState>();
  const id = begun?.id;
  useEffect(() => {
    if (id === undefined) return;
    let timer: ReturnType<typeof setTimeout>;
    let left = false;
    const ask = async () => {
      // Nobody answers: it goes on all the same, and is asked for again.
      const response = await fetch(`/publications/${id}.json`).catch(() => undefined);
      if (left) return;
      const now = response?.ok ? ((await response.json()) as PublicationState) : undefined;
      if (left) return;
      if (now) setState(now);
      if (!now || now.state === "waiting" || now.state === "running") timer = setTimeout(() => void ask(), PAUSE);
    };
    void ask();
    return () => {
      left = true;
      clearTimeout(timer);
    };
  }, [id]);
  return state?.id === id ? state : undefined;
}
