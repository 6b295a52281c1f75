import { Readable } from "node:stream";
import { pipeline } from "node:stream/promises";
import type { ReadableStream } from "node:stream/web";
import type { Response as Answered, Request as Asked, RequestHandler } from "express";
import { type AppLoadContext, createRequestHandler, type ServerBuild } from "react-router";

/** Where the pages come from: a build, or whatever is newest while one develops. */
export type PagesBuild = ServerBuild | (() => Promise<ServerBuild>);

/** When who was refused for the moment may ask again, s. */
const RETRY_SECONDS = 10;

/**
 * Lets the pages answer. What a request sends was read before, see `limitedBodies`.
 * @param contextOf what loaders and actions are given
 */
export function answerPages(
  build: PagesBuild,
  contextOf: (asked: Asked, answered: Answered) => Promise<AppLoadContext>,
): RequestHandler {
  const handle = createRequestHandler(build, process.env.NODE_ENV);
  return (asked, answered, next) => {
    const answer = async () =>
      send(answered, await handle(requestOf(asked, answered), await contextOf(asked, answered)));
    answer().catch(next);
  };
}

function requestOf(asked: Asked, answered: Answered): Request {
  const headers = new Headers();
  for (const [name, value] of Object.entries(asked.headers)) {
    for (const one of Array.isArray(value) ? value : value === undefined ? [] : [value]) headers.append(name, one);
  }
  const gone = new AbortController();
  answered.once("close", () => {
    if (!answered.writableFinished) gone.abort();
  });
  return new Request(new URL(asked.originalUrl, answered.locals.origin as string), {
    method: asked.method,
    headers,
    signal: gone.signal,
    body: asked.method === "POST" ? new Uint8Array(answered.locals.body) : null,
  });
}

async function send(answered: Answered, answer: Response): Promise<void> {
  if (answered.destroyed) {
    await answer.body?.cancel();
    return;
  }
  answered.status(answer.status);
  // Too much at this moment is not too much for good.
  if (answer.status === 429 || answer.status === 503) answered.set("Retry-After", String(RETRY_SECONDS));
  for (const [name, value] of answer.headers) answered.append(name, value);
  // What is not said to be for keeping is kept by nobody: it may be about whoever is signed in.
  if (!answer.headers.has("Cache-Control")) answered.set("Cache-Control", "no-store");
  if (!answer.body) {
    answered.end();
    return;
  }
  try {
    await pipeline(Readable.fromWeb(answer.body as ReadableStream), answered);
  } catch (fault) {
    // Whoever asked may be gone before all of it is there; that is no fault.
    if (!(fault instanceof Error && "code" in fault && fault.code === "ERR_STREAM_PREMATURE_CLOSE")) throw fault;
  }
}
