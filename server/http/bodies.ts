import type { Request, RequestHandler, Response } from "express";
import { type BodyLimit, bodyLimit, METHODS } from "../limits";

/** Answers only the methods that there are. */
export const knownMethods: RequestHandler = (request, response, next) => {
  if (METHODS.includes(request.method)) return next();
  response
    .status(405)
    .set("Allow", METHODS.join(", "))
    .type("text")
    .send(`${request.method} is nothing that Brosse does.`);
};

/**
 * Reads what a request sends, within the limits of its path, before anything else is done for it: neither a length that is
 * not true, nor one that is not told, nor one that never ends gets further. It is left in `response.locals.body`.
 */
export const limitedBodies: RequestHandler = (request, response, next) => {
  if (request.method !== "POST") return next();
  readBody(request, bodyLimit(request.path))
    .then((body) => {
      response.locals.body = body;
      next();
    })
    .catch((fault: unknown) => {
      if (fault instanceof BodyRefused) refuse(request, response, fault);
      else next(fault);
    });
};

/** Why a body is not read on. */
class BodyRefused extends Error {
  constructor(
    readonly status: 408 | 413 | 400,
    message: string,
  ) {
    super(message);
  }
}

function readBody(request: Request, { bytes, seconds }: BodyLimit): Promise<Buffer> {
  const tooLarge = () =>
    new BodyRefused(
      413,
      `More than ${bytes >= 1 << 20 ? `${bytes >> 20} MB` : `${bytes >> 10} kB`} cannot be sent here.`,
    );
  if (Number(request.get("Content-Length") ?? 0) > bytes) return Promise.reject(tooLarge());
  return new Promise((resolve, reject) => {
    const pieces: Buffer[] = [];
    let length = 0;
    const end = (act: () => void) => {
      clearTimeout(timer);
      request.off("data", take).off("end", whole).off("aborted", broken).off("error", broken);
      act();
    };
    const take = (piece: Buffer) => {
      length += piece.length;
      if (length > bytes) end(() => reject(tooLarge()));
      else pieces.push(piece);
    };
    const whole = () => end(() => resolve(Buffer.concat(pieces)));
    const broken = () => end(() => reject(new BodyRefused(400, "The request was cut short.")));
    const timer = setTimeout(
      () => end(() => reject(new BodyRefused(408, `What was sent took longer than ${seconds} s.`))),
      seconds * 1000,
    );
    request.on("data", take).on("end", whole).on("aborted", broken).on("error", broken);
  });
}

/** Says why, and lets go of the connection: what it still sends is not read. */
function refuse(request: Request, response: Response, { status, message }: BodyRefused): void {
  request.pause();
  response.status(status).set("Connection", "close").type("text").send(message);
  response.once("finish", () => request.socket.destroy());
}
