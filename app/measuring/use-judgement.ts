import type { Judgement } from "@core/measure/judge";
import { useEffect, useState } from "react";

/** How often a number that did not come is asked for again, and how long it waits each time, ms. */
const TRIES = 4;
const PAUSE = 2000;

/** What a brush measures: as the page has it, or asked for at its address. */
export function useJudgement(given: Judgement | undefined, address: string): Judgement | undefined {
  const [asked, setAsked] = useState<{ readonly address: string; readonly judgement: Judgement }>();
  const known = given ?? (asked?.address === address ? asked.judgement : undefined);
  const missing = known === undefined;
  useEffect(() => {
    if (!missing) return;
    const unwanted = new AbortController();
    const { signal } = unwanted;
    const ask = async () => {
      for (let n = 0; n < TRIES && !signal.aborted; n++) {
        const response = await fetch(address, { signal }).catch(() => undefined);
        const judgement = response?.ok && ((await response.json().catch(() => undefined)) as Judgement | undefined);
        if (judgement && !signal.aborted) return setAsked({ address, judgement });
        await new Promise((resolve) => setTimeout(resolve, PAUSE));
      }
    };
    void ask();
    return () => unwanted.abort();
  }, [missing, address]);
  return known;
}
