import { pauseBefore, type Reason, reasonOf, type Troubles } from "./troubles";

type Fetch = typeof fetch;

/**
 * A `fetch` that does not give up on the pages' own requests: what fails is held, and the screen stays as it is, until the
 * server has answered or the request is wanted no more. Others pass through.
 * @param isOurs whether an address is one of those @param isOnline whether there is a network
 */
export function steadfastFetch(
  plain: Fetch,
  troubles: Troubles,
  isOurs: (address: URL) => boolean,
  isOnline: () => boolean,
): Fetch {
  return async (input, init) => {
    const address = new URL(input instanceof Request ? input.url : input, globalThis.location?.href);
    if (input instanceof Request || !isOurs(address)) return plain(input, init);
    const request = {};
    for (let tries = 0; ; tries++) {
      let reason: Reason | undefined;
      try {
        const response = await plain(input, init);
        reason = reasonOf(response.status, init?.method ?? "GET");
        if (!reason) {
          troubles.release(request);
          return response;
        }
      } catch (error) {
        if (init?.signal?.aborted) {
          troubles.release(request);
          throw error;
        }
        reason = isOnline() ? "refused" : "offline";
      }
      await troubles.hold(request, reason, pauseBefore(reason, tries), init?.signal);
    }
  };
}

/** Whether an address is one by which pages ask the server for data, and send it. */
export function isPageData({ pathname, origin }: URL): boolean {
  return origin === location.origin && (pathname.endsWith(".data") || pathname === "/__manifest");
}
