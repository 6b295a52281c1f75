import { once } from "node:events";
import { createServer, type Server } from "node:http";
import { type AddressInfo, connect as dial } from "node:net";
import { knownMethods, limitedBodies } from "@server/http/bodies";
import { originOf, ownAddress } from "@server/http/own-address";
import { sameOriginWrites } from "@server/http/security";
import { bodyLimit } from "@server/limits";
import express from "express";
import { afterAll, beforeAll, describe, expect, test } from "vitest";

// Requests that are made to hurt, against the real middleware; what comes after it says how much it was given.

let server: Server;
let address: string;
/** How often anything behind the limits was reached: signing in, say. */
let reached = 0;

beforeAll(async () => {
  const app = express();
  app.use(ownAddress(undefined), knownMethods, sameOriginWrites, limitedBodies);
  app.use((_, response) => {
    reached++;
    response.json({ length: response.locals.body?.length ?? 0 });
  });
  server = createServer({ headersTimeout: 2000, requestTimeout: 4000, connectionsCheckingInterval: 200 }, app);
  server.listen(0, "127.0.0.1");
  await once(server, "listening");
  address = `127.0.0.1:${(server.address() as AddressInfo).port}`;
});

afterAll(() => {
  server.closeAllConnections();
  server.close();
});

/** Sends raw pieces, goes on as long as it is read, and answers with the status and how many bytes went out. */
async function raw(head: readonly string[], pieces: Iterable<Buffer>): Promise<{ status: number; sent: number }> {
  const [host, port] = address.split(":");
  const socket = dial(Number(port), host);
  let answer = "";
  let sent = 0;
  let ended = false;
  socket.on("data", (data) => {
    answer += data;
  });
  socket.on("error", () => undefined);
  const gone = once(socket, "close").then(() => {
    ended = true;
  });
  socket.write([...head, `Host: ${address}`, `Origin: http://${address}`, "", ""].join("\r\n"));
  for (const piece of pieces) {
    if (ended || answer !== "") break;
    sent += piece.length;
    if (!socket.write(piece)) await Promise.race([once(socket, "drain"), gone]);
    await new Promise((resolve) => setImmediate(resolve));
  }
  if (answer === "") await Promise.race([once(socket, "data"), gone]);
  socket.destroy();
  return { status: Number(/^HTTP\/1\.1 (\d+)/.exec(answer)?.[1] ?? 0), sent };
}

function* endless(size: number): Generator<Buffer> {
  const data = Buffer.alloc(size, 97);
  for (;;) yield Buffer.concat([Buffer.from(`${size.toString(16)}\r\n`), data, Buffer.from("\r\n")]);
}

const most = bodyLimit("/sign-in").bytes;

test("a body whose length is told as 400 MB is refused before any of it is read, and nothing is done for it", async () => {
  const before = reached;
  const { status, sent } = await raw(["POST /sign-in HTTP/1.1", `Content-Length: ${400 << 20}`], []);
  expect([status, sent, reached - before]).toEqual([413, 0, 0]);
});

test("a body that is chunked and never ends is refused when it is longer than it may be", async () => {
  const before = reached;
  const { status, sent } = await raw(["POST /sign-in HTTP/1.1", "Transfer-Encoding: chunked"], endless(8192));
  expect([status, reached - before]).toEqual([413, 0]);
  expect(sent).toBeLessThan(most + (4 << 20));
});

test("a body that is shorter than it says is cut off in time", async () => {
  const before = reached;
  const { status } = await raw(["POST /sign-in HTTP/1.1", "Content-Length: 50"], [Buffer.from("email=")]);
  expect([400, 408]).toContain(status);
  expect(reached).toBe(before);
});

test("headers that never end are cut off in time", async () => {
  const { status } = await raw(["GET / HTTP/1.1", "X-A: 1\r\nX-B"], []);
  expect([0, 400, 408]).toContain(status);
});

test("two lengths, and a length beside chunks, are refused", async () => {
  for (const head of [
    ["Content-Length: 5", "Content-Length: 6"],
    ["Content-Length: 5", "Transfer-Encoding: chunked"],
  ])
    expect((await raw(["POST /sign-in HTTP/1.1", ...head], [Buffer.from("hello")])).status).toBe(400);
});

test("what is within its limit goes on, whole, and each path has its own", async () => {
  const post = (path: string, length: number) =>
    fetch(`http://${address}${path}`, {
      method: "POST",
      headers: { Origin: `http://${address}` },
      body: new Uint8Array(length),
    });
  expect(await (await post("/sign-in", most)).json()).toEqual({ length: most });
  expect((await post("/sign-in", most + 1)).status).toBe(413);
  expect(await (await post("/bench/abc.data", 900_000)).json()).toEqual({ length: 900_000 });
  expect((await post("/bench/abc", 1_100_000)).status).toBe(413);
  expect(await (await post("/tips", 5 << 20)).json()).toEqual({ length: 5 << 20 });
  expect((await post("/tipsy", 5 << 20)).status).toBe(413);
});

test("methods that nothing answers are refused, and the known ones named", async () => {
  for (const method of ["PUT", "DELETE", "PATCH", "OPTIONS", "PROPFIND"]) {
    const reply = await fetch(`http://${address}/sign-in`, { method });
    expect([reply.status, reply.headers.get("Allow")]).toEqual([405, "GET, HEAD, POST"]);
  }
});

describe("which site this is", () => {
  const asked = (Host: string) => ({ protocol: "http", get: (name: string) => (name === "Host" ? Host : undefined) });
  const origin = (host: string, address?: string) => originOf(asked(host) as Parameters<typeof originOf>[0], address);

  test("is a setting: without one it is this machine's alone, and any other name is refused", () => {
    expect(["127.0.0.1:4870", "localhost", "[::1]:80"].map((host) => origin(host))).toEqual([
      "http://127.0.0.1:4870",
      "http://localhost",
      "http://[::1]:80",
    ]);
    for (const host of ["evil.example", "127.0.0.1.evil.example", "localhost:1@evil.example", "", "127.0.0.1:4870/x"])
      expect(origin(host), host).toBeUndefined();
    expect(origin("brosse.example", "https://brosse.example")).toBe("https://brosse.example");
    for (const host of ["127.0.0.1:4870", "brosse.example:8080", "www.brosse.example"])
      expect(origin(host, "https://brosse.example"), host).toBeUndefined();
  });

  test("a foreign name is refused also where the page that sends is of that name", async () => {
    const post = async (host: string, origin: string) => {
      const socket = dial(Number(address.split(":")[1]), "127.0.0.1");
      const body = "a=1";
      socket.write(
        `POST /x HTTP/1.1\r\nHost: ${host}\r\nOrigin: ${origin}\r\nContent-Length: ${body.length}\r\nConnection: close\r\n\r\n${body}`,
      );
      const [data] = await once(socket, "data");
      socket.destroy();
      return Number(/^HTTP\/1\.1 (\d+)/.exec(String(data))?.[1]);
    };
    expect(await post("evil.example", "http://evil.example")).toBe(421);
    expect(await post(address, "http://evil.example")).toBe(403);
    expect(await post(address, `https://${address}`), "the scheme counts").toBe(403);
    expect(await post(address, `http://${address}`)).toBe(200);
  });
});
