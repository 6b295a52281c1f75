import type { Logger } from "pino";
import type { Account } from "../accounts/repository";
import type { Database } from "../database/connect";
import type { Publisher } from "../publishing/publisher";
import type { RenderPool } from "../render/pool";

/** What every loader and action is given. */
export interface BrosseContext {
  readonly database: Database;
  readonly pool: RenderPool;
  /** Is woken when something is to be published. */
  readonly publisher: Pick<Publisher, "wake">;
  /** Who is signed in. */
  readonly account: Account | undefined;
  readonly sessionToken: string | undefined;
  /** The address of the demo workshop’s account, where this server shows one. */
  readonly demo: string | undefined;
  /** How far the demo workshop is; undefined where it is all there, or this server shows none. */
  readonly seeding: () =>
    | { readonly done: number; readonly of: number; readonly doing: string; readonly fault?: string }
    | undefined;
  readonly nonce: string;
  readonly log: Logger;
  /** Whether a page asks for itself, to send something or to fetch a part: it stays where it is. */
  readonly isPiece: boolean;
  /** What this site is called: scheme, host and port. */
  readonly origin: string;
  /** Where the request comes from, as far as it is known. */
  readonly address: string;
}

declare module "react-router" {
  interface AppLoadContext extends BrosseContext {}
}
