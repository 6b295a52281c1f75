import { setNonce } from "get-nonce";

let lent = false;

/** Gives the page's nonce to the dialogs and menus, which put a style element into the page while they are open. The first one counts: later answers carry others, the page keeps its own. */
export function lendNonce(nonce: string | undefined): void {
  if (lent || nonce === undefined || typeof document === "undefined") return;
  setNonce(nonce);
  lent = true;
}
