import { useEffect } from "react";
import { useFetcher, useRevalidator } from "react-router";
import type { loader } from "./state-route";

/** How often it is asked how far the workshop is, ms. */
const EVERY = 2000;

type Setup = Awaited<ReturnType<typeof loader>>["setup"];

/** While the demo workshop is painted behind the first pages: what is being painted, and how much is still to come. */
export function SetupNotice({ first }: { readonly first: Setup }) {
  const asked = useFetcher<typeof loader>();
  const { revalidate } = useRevalidator();
  const setup = asked.data ? asked.data.setup : first;
  const { load } = asked;
  const goes = setup !== undefined && setup.fault === undefined;
  useEffect(() => {
    if (!goes) return;
    const timer = setInterval(() => void load("/setup.json"), EVERY);
    return () => {
      clearInterval(timer);
      // What is new is shown as soon as all of it is there.
      void revalidate();
    };
  }, [goes, load, revalidate]);
  if (!setup) return null;
  return (
    <div
      role="status"
      className="fixed bottom-4 left-4 z-40 max-w-[92vw] rounded-lg border border-line bg-panel px-4 py-2 text-[13px] shadow-lg print:hidden"
    >
      {setup.fault === undefined ? (
        <>
          The demo workshop is being painted: {setup.doing || "beginning"} ({setup.done} of {setup.of})
          <progress
            aria-label="How much is painted"
            className="mt-1 block h-1 w-full accent-act"
            value={setup.done}
            max={setup.of}
          />
        </>
      ) : (
        <>Painting the demo workshop stopped at {setup.doing}: start Brosse again, and it goes on there.</>
      )}
    </div>
  );
}
