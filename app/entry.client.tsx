import { StrictMode, startTransition } from "react";
import { hydrateRoot } from "react-dom/client";
import { HydratedRouter } from "react-router/dom";
import { isPageData, steadfastFetch } from "./reach/steadfast-fetch";
import { troubles } from "./reach/troubles";

globalThis.fetch = steadfastFetch(fetch.bind(globalThis), troubles, isPageData, () => navigator.onLine);

startTransition(() => {
  hydrateRoot(
    document,
    <StrictMode>
      <HydratedRouter />
    </StrictMode>,
  );
});
