import { PassThrough } from "node:stream";
import { createReadableStreamFromReadable } from "@react-router/node";
import { isbot } from "isbot";
import { renderToPipeableStream } from "react-dom/server";
import { type AppLoadContext, type EntryContext, type HandleErrorFunction, ServerRouter } from "react-router";

const PATIENCE = 8000;

export const streamTimeout = PATIENCE;

/** Renders a page as a stream; for machines that read once, when everything is there. */
export default function handleRequest(
  request: Request,
  status: number,
  headers: Headers,
  context: EntryContext,
  { nonce, log }: AppLoadContext,
): Promise<Response> {
  return new Promise((resolve, reject) => {
    let sent = false;
    const ready = isbot(request.headers.get("User-Agent") ?? "") || context.isSpaMode ? "onAllReady" : "onShellReady";
    const { pipe, abort } = renderToPipeableStream(<ServerRouter context={context} url={request.url} nonce={nonce} />, {
      nonce,
      [ready]() {
        sent = true;
        const body = new PassThrough();
        headers.set("Content-Type", "text/html");
        headers.set("Cache-Control", "no-store");
        resolve(new Response(createReadableStreamFromReadable(body), { headers, status }));
        pipe(body);
      },
      onShellError: reject,
      onError(error) {
        // What goes wrong before anything is sent is told by `handleError`.
        if (sent) log.error({ err: error }, "a page broke while it was sent");
      },
    });
    setTimeout(abort, PATIENCE + 1000);
  });
}

/** Tells the log of what went wrong in a loader, an action or a page; an asker who has gone is no fault. */
export const handleError: HandleErrorFunction = (error, { request, context }) => {
  if (!request.signal.aborted) context.log.error({ err: error, url: new URL(request.url).pathname }, "a page failed");
};
